import { Box, Stack, Typography } from '@mui/material';
import type { Schemas } from '../../api/client';
import { GapRing } from '../../instruments/gap/GapRing';
import { SampleLabel } from '../../instruments/label/SampleLabel';
import { MarksRuler } from '../../instruments/marks/MarksRuler';
import { RoundnessDial, type Dial } from '../../instruments/roundness/RoundnessDial';

type Field = { value: number | string; digits: string; confidence: string };

const series = (bench: Schemas['Bench'], key: string) => (Array.isArray(bench.readings[key]?.value) ? (bench.readings[key].value as number[]) : null);
const number = (bench: Schemas['Bench'], key: string) => (typeof bench.readings[key]?.value === 'number' ? bench.readings[key].value : null);

const DECODED: [string, string, string][] = [
  ['diameter_mm', 'dn', 'mm'],
  ['voltage_v', 'voltage', 'V'],
  ['resistance_ohm', 'resistance', 'Ω'],
  ['fusion_time_s', 'fusion time', 's'],
];

/** The picture that measures, chosen by the kind of instrument the step's readings name; all figures come from the step's guide. */
export function StepInstrument({ bench, step, onScan }: { bench: Schemas['Bench']; step: Schemas['Step']; onScan: (code: string) => void }) {
  const kinds = new Set(step.readings.map((spec) => spec.instrument));
  const guide = step.guide;

  if (kinds.has('roundness_dial')) {
    const keys = step.readings.map((spec) => spec.key);
    return (
      <Stack direction="row" spacing={2} sx={{ justifyContent: 'space-evenly' }}>
        {['a', 'b'].map((end, k) => (
          <Box key={end} sx={{ flex: 1, minWidth: 0 }}>
            <RoundnessDial title={`End ${end.toUpperCase()}`} dial={(guide[end] as Dial | null | undefined) ?? null} allowed={Number(guide.allowed_mm)} count={series(bench, keys[k] ?? '')?.length ?? 4} />
          </Box>
        ))}
      </Stack>
    );
  }
  if (kinds.has('marks_ruler')) {
    if (guide.stab_mm === undefined) return <Typography>Enter the coupler&rsquo;s length in “Wash” first: the marks follow from it.</Typography>;
    const key = step.id === 'remark' ? 'stab_remark' : 'stab_mark';
    const measured = ['a', 'b'].flatMap((end) => {
      const at = number(bench, `${key}_${end}_mm`);
      return at === null ? [] : [{ label: end.toUpperCase(), at }];
    });
    return <MarksRuler stab={Number(guide.stab_mm)} scrape={Number(guide.scrape_mm)} dn={Number(guide.dn_mm)} wall={Number(guide.wall_mm)} measured={measured} />;
  }
  if (kinds.has('gap_ring')) {
    return (
      <Stack direction="row" spacing={2} sx={{ justifyContent: 'space-evenly' }}>
        <GapRing title="End A" gaps={series(bench, 'gap_a_mm')} limit={Number(guide.limit_mm)} />
        <GapRing title="End B" gaps={series(bench, 'gap_b_mm')} limit={Number(guide.limit_mm)} />
      </Stack>
    );
  }
  if (kinds.has('label_card')) {
    const fields = guide.fields as Record<string, Field> | undefined;
    return (
      <Stack spacing={2}>
        {bench.sample_label && <SampleLabel label={bench.sample_label} onScan={onScan} />}
        {fields && (
          <Box>
            <Typography variant="h3">The bar code says</Typography>
            <Stack direction="row" spacing={4} sx={{ flexWrap: 'wrap' }}>
              {DECODED.map(([key, name, unit]) => (
                <Box key={key}>
                  <Typography variant="body2" color="text.secondary">
                    {name}
                  </Typography>
                  <Typography className="num" sx={{ fontSize: '1.2rem', fontWeight: 700 }}>
                    {fields[key]?.value} {unit}
                  </Typography>
                  <Typography variant="caption" color="text.secondary">
                    digits {fields[key]?.digits}, {fields[key]?.confidence}
                  </Typography>
                </Box>
              ))}
            </Stack>
            <Typography variant="body2" color="text.secondary" sx={{ mt: 1 }}>
              Read with the map of {String(guide.source)}. The printed label rules: enter what it says below.
            </Typography>
          </Box>
        )}
      </Stack>
    );
  }
  return null;
}
