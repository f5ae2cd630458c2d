import { Box, InputAdornment, MenuItem, TextField } from '@mui/material';
import { useQuery } from '@tanstack/react-query';
import { cardsQuery, systemsQuery } from '../../api/queries';
import { useWork } from '../../app/session';
import { typedNumber } from '../../app/numbers';
import { useUnits } from '../../app/useUnits';

const PE_FUSED = 'pe_fused';
/** key, label, unit (small: as the rulebook shows sizes), whether it must be given */
type Field = readonly [string, string, string, boolean];
const GASKETED: Field[] = [
  ['dn_mm', 'DN', 'mm', true],
  ['pn_bar', 'Class PN', 'bar', false],
  ['od_mm', 'Outside diameter', 'small', true],
  ['wall_mm', 'Wall', 'small', true],
];
const FUSED: Field[] = [
  ['size', 'Size on the print line', 'size', true],
  ['sdr', 'SDR (DR)', '', true],
];
const CONVENTIONS = [
  ['metric', 'dn in mm'],
  ['ips', 'iron pipe size (IPS), inches'],
  ['dips', 'ductile iron pipe size (DIPS), inches'],
] as const;

/** What somebody has typed of a pipe. */
export type PipeTexts = Record<string, string>;
export const noPipe: PipeTexts = { system: 'grp_coupling', convention: 'metric' };

/** The same in stored units, as the server takes it. */
export function usePipe() {
  const { display } = useUnits();
  return (texts: PipeTexts) =>
    texts.system === PE_FUSED
      ? { system: texts.system, convention: texts.convention, size: typedNumber(texts.size), sdr: typedNumber(texts.sdr) }
      : {
          system: texts.system,
          ...((texts.material ?? '') === '' ? {} : { material: texts.material }),
          dn_mm: typedNumber(texts.dn_mm),
          pn_bar: typedNumber(texts.pn_bar),
          od_mm: typedNumber(texts.od_mm, display.small),
          wall_mm: typedNumber(texts.wall_mm, display.small),
        };
}

/** Joint system and pipe: fused PE by its print line, anything else by its measures. */
export function PipeFields({ texts, onChange, fault }: { texts: PipeTexts; onChange: (texts: PipeTexts) => void; fault: (key: string) => string | undefined }) {
  const { job } = useWork();
  const systems = useQuery(systemsQuery(job.id));
  const cards = useQuery(cardsQuery(job.id));
  const card = cards.data?.cards.find((c) => c.key === texts.system);
  const { display } = useUnits();
  const fused = texts.system === PE_FUSED;
  const unitOf = (unit: string) => (unit === 'small' ? display.small.symbol : unit === 'size' ? (texts.convention === 'metric' ? 'mm' : 'in') : unit);
  const set = (key: string) => (e: { target: { value: string } }) => onChange({ ...texts, [key]: e.target.value });
  return (
    <Box sx={{ display: 'grid', gridTemplateColumns: { xs: 'minmax(0,1fr)', sm: 'repeat(2, minmax(0,1fr))' }, gap: 2, gridColumn: '1 / -1' }}>
      <TextField
        select
        label="Joint system"
        value={systems.data && cards.data ? texts.system : ''}
        disabled={!systems.data || !cards.data} // what is not there yet cannot be chosen
        onChange={set('system')}
        helperText={fault('system') ?? 'A product of its own is added under Rules, Joint systems.'}
        sx={{ gridColumn: '1 / -1' }}
      >
        <MenuItem value={PE_FUSED} sx={{ minHeight: 52 }}>
          Fused PE: electrofusion couplers
        </MenuItem>
        {(systems.data?.systems ?? []).map((s) => (
          <MenuItem key={s.key} value={s.key} sx={{ minHeight: 52 }}>
            {s.title}
          </MenuItem>
        ))}
        {(cards.data?.cards ?? [])
          .filter((c) => c.joins_pipes)
          .map((c) => (
            <MenuItem key={c.key} value={c.key} sx={{ minHeight: 52 }}>
              {c.title}
            </MenuItem>
          ))}
      </TextField>
      {card && (
        <TextField
          select
          label="The pipe is of"
          value={texts.material ?? ''}
          onChange={set('material')}
          error={fault('material') !== undefined}
          helperText={fault('material')}
          sx={{ gridColumn: '1 / -1' }}
        >
          {(cards.data?.pipes ?? []).map((p) => (
            <MenuItem key={p.id} value={p.id} sx={{ minHeight: 52 }}>
              {p.title}
            </MenuItem>
          ))}
        </TextField>
      )}
      {fused && (
        <TextField
          select
          label="The print line sizes the pipe by"
          value={texts.convention}
          onChange={set('convention')}
          error={fault('convention') !== undefined}
          helperText={fault('convention')}
          sx={{ gridColumn: '1 / -1' }}
        >
          {CONVENTIONS.map(([id, words]) => (
            <MenuItem key={id} value={id} sx={{ minHeight: 52 }}>
              {words}
            </MenuItem>
          ))}
        </TextField>
      )}
      {(fused ? FUSED : GASKETED).map(([key, label, unit, required]) => (
        <TextField
          key={key}
          label={required ? label : `${label} (if any)`}
          value={texts[key] ?? ''}
          onChange={set(key)}
          error={fault(key) !== undefined}
          helperText={fault(key)}
          slotProps={{ htmlInput: { inputMode: 'decimal' }, input: { endAdornment: <InputAdornment position="end">{unitOf(unit)}</InputAdornment> } }}
        />
      ))}
    </Box>
  );
}
