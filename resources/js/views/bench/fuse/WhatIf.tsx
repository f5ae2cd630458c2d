import { useMemo, useState } from 'react';
import { Alert, Box, Slider, Stack, Typography } from '@mui/material';
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { answered, api } from '../../../api/client';
import { span } from '../../../app/time';
import { TraceChart } from '../../../instruments/trace/TraceChart';

interface Heat {
  peak_interface_c: number;
  melt_depth_pipe_mm: number;
  melt_depth_fitting_mm: number;
  time_to_60c_s: number | null;
  time_to_45c_s: number | null;
  gap_closed_s: number | null;
  energy_kj: number;
  curve: [number, number][];
}
type Inputs = Record<string, number>;

const isHeat = (result: unknown): result is Heat => typeof result === 'object' && result !== null && 'curve' in result && 'peak_interface_c' in result;

const heatQuery = (inputs: Inputs) => ({
  queryKey: ['heat', inputs],
  queryFn: async () => {
    const { result, sources } = await answered(api.POST('/reckoner/{id}', { params: { path: { id: 'heat.coupler' } }, body: inputs }));
    if (!isHeat(result)) throw new Error('The heat model gave no curve. Try again; tell the office if it stays.');
    return { result, sources };
  },
  staleTime: Infinity,
  placeholderData: keepPreviousData,
});

const CHANGES = [
  { key: 'ambient_c', name: 'Air', unit: '°C', min: -10, max: 45, step: 1 },
  { key: 'gap_mm', name: 'Gap', unit: 'mm', min: 0, max: 2, step: 0.1 },
  { key: 'supply_percent', name: 'Supply', unit: '%', min: 80, max: 105, step: 1 },
] as const;

/** What other weather, gap or supply would do to this joint, by the heat model. It teaches; it judges nothing. */
export function WhatIf({ given }: { given: Inputs }) {
  const start = useMemo(() => ({ supply_percent: 100, ...given }), [given]);
  const [open, setOpen] = useState(false);
  const [change, setChange] = useState<Inputs>(start);
  const [asked, setAsked] = useState<Inputs>(start);
  const usual = useQuery({ ...heatQuery(start), enabled: open });
  const other = useQuery({ ...heatQuery(asked), enabled: open });
  const a = usual.data?.result;
  const b = other.data?.result;
  const x = useMemo(() => (b ?? a)?.curve.map(([t]) => t / 60) ?? [], [a, b]);
  const curves = useMemo(() => {
    if (!a || !b) return [];
    const at = (curve: [number, number][], minute: number) => {
      const k = curve.findIndex(([t]) => t / 60 >= minute);
      return k < 0 ? null : (curve[k]?.[1] ?? null);
    };
    return [
      { label: 'interface', unit: '°C', colour: 'hand', scale: 'c', values: b.curve.map(([, c]) => c) },
      { label: 'as it stands', unit: '°C', colour: 'pipe', scale: 'c', values: x.map((minute) => at(a.curve, minute)), dash: [4, 4] },
    ];
  }, [a, b, x]);
  const rows: [string, (h: Heat) => string][] = [
    ['hottest interface', (h) => `${h.peak_interface_c.toFixed(0)} °C`],
    ['melt in the pipe', (h) => `${h.melt_depth_pipe_mm.toFixed(1)} mm`],
    ['melt in the fitting', (h) => `${h.melt_depth_fitting_mm.toFixed(1)} mm`],
    ['below 60 °C after', (h) => (h.time_to_60c_s === null ? 'not in 4 h' : span(h.time_to_60c_s))],
    ['below 45 °C after', (h) => (h.time_to_45c_s === null ? 'not in 4 h' : span(h.time_to_45c_s))],
    ['gap closed after', (h) => (h.gap_closed_s === null ? 'never' : `${h.gap_closed_s.toFixed(0)} s`)],
    ['energy', (h) => `${h.energy_kj.toFixed(0)} kJ`],
  ];
  return (
    <Box component="details" sx={{ mt: 1.5 }} onToggle={(e) => setOpen(e.currentTarget.open)}>
      <Box component="summary" sx={{ minHeight: 44, cursor: 'pointer', py: 1 }}>
        What if it were colder, the gap wider, the supply weaker?
      </Box>
      <Stack direction={{ xs: 'column', sm: 'row' }} spacing={4} sx={{ px: 1.5 }}>
        {CHANGES.map((c) => (
          <Box key={c.key} sx={{ flex: 1 }}>
            <Typography id={`what-if-${c.key}`}>
              {c.name}{' '}
              <Box component="span" className="num" sx={{ fontWeight: 700 }}>
                {change[c.key]} {c.unit}
              </Box>
            </Typography>
            <Slider
              aria-labelledby={`what-if-${c.key}`}
              value={change[c.key] ?? 0}
              min={c.min}
              max={c.max}
              step={c.step}
              onChange={(_, value) => setChange({ ...change, [c.key]: value })}
              onChangeCommitted={(_, value) => setAsked({ ...change, [c.key]: value })}
              sx={{ height: 8, '& .MuiSlider-thumb': { width: 28, height: 28 } }}
            />
          </Box>
        ))}
      </Stack>
      {other.error && <Alert severity="error">{other.error.message}</Alert>}
      {a && b && (
        <>
          <Box
            component="table"
            aria-label="What if"
            sx={{
              width: '100%',
              borderCollapse: 'collapse',
              my: 1,
              '& td, & th': { px: 1, py: 0.5, textAlign: 'left', borderBottom: '1px solid', borderColor: 'divider' },
            }}
          >
            <thead>
              <tr>
                <th />
                <th>as it stands</th>
                <th>what if</th>
              </tr>
            </thead>
            <tbody>
              {rows.map(([name, of]) => (
                <tr key={name}>
                  <td>{name}</td>
                  <td className="num">{of(a)}</td>
                  <td className="num">
                    <b>{of(b)}</b>
                  </td>
                </tr>
              ))}
            </tbody>
          </Box>
          <TraceChart
            label="Interface temperature over time"
            x={x}
            curves={curves}
            xTitle="time, min"
            xMax={Math.min(60, x.at(-1) ?? 60)}
            ranges={{ c: [0, Math.ceil(Math.max(a.peak_interface_c, b.peak_interface_c) / 50) * 50] }}
            height={220}
          />
          <Typography variant="body2" color="text.secondary">
            Radial heat model; wall of the fitting 1.2 × the pipe&rsquo;s and heated length two thirds of it, from memory. It leaves heat along the pipe out.
            The printed times govern. [{other.data?.sources.join('; ')}]
          </Typography>
        </>
      )}
    </Box>
  );
}
