import { useState } from 'react';
import { Box, Button, Stack, Typography } from '@mui/material';
import { useQuery } from '@tanstack/react-query';
import type { Schemas } from '../../../api/client';
import { fusionTraceQuery } from '../../../api/queries';
import { useWork } from '../../../app/session';
import { timeOfDay } from '../../../app/time';
import { DiagnosisCard, type Diagnosis } from './DiagnosisCard';
import { FusionTrace } from './FusionTrace';

export interface Fusion {
  duration_s: number;
  energy_kj: number;
  end_code: string;
  started_at: string;
  ended_at: string;
  trace: string;
  simulated: boolean;
  diagnosis: Diagnosis | null;
}

/** A fusion on record: its figures, its trace, and what the trace looks like. */
export function FusionDone({ fusion, bench, guide }: { fusion: Fusion; bench: Schemas['Bench']; guide: Schemas['FusionGuide'] }) {
  const { job } = useWork();
  const [compare, setCompare] = useState(false);
  const trace = useQuery(fusionTraceQuery(fusion.trace, guide.voltage_v ?? 0, guide.time_s ?? 0));
  const record = guide.record;
  const goodId = bench.good_traces[record] ?? null;
  const good = useQuery({ ...fusionTraceQuery(goodId ?? ''), enabled: compare && goodId !== null });
  const clock = (id: string) => bench.verdict.clocks.find((c) => c.id === (record === 'fusion' ? id : record.replace(/fusion$/, id))) ?? null;
  const release = clock('release') ?? clock('cold');
  const test = clock('test');
  return (
    <Box sx={{ mb: 2 }}>
      {fusion.diagnosis && <DiagnosisCard found={fusion.diagnosis} />}
      <Stack direction="row" sx={{ flexWrap: 'wrap', columnGap: 4, rowGap: 1, mb: 1 }}>
        {[
          ['ran', `${fusion.duration_s} s`],
          ['energy', `${fusion.energy_kj.toFixed(0)} kJ`],
          ['ended', `${timeOfDay(fusion.ended_at, job.time_zone)}, ${fusion.end_code.replaceAll('_', ' ')}`],
          ...(release ? [['release at', timeOfDay(release.due_at, job.time_zone)]] : []),
          ...(test ? [['test from', timeOfDay(test.due_at, job.time_zone)]] : []),
          ...(guide.times > 1 ? [['fused', `${guide.times} times`]] : []),
        ].map(([name, value]) => (
          <Box key={name}>
            <Typography variant="body2" color="text.secondary">
              {name}
            </Typography>
            <Typography className="num" sx={{ fontWeight: 700, fontSize: '1.15rem' }}>
              {value}
            </Typography>
          </Box>
        ))}
      </Stack>
      {trace.data && (
        <FusionTrace
          samples={trace.data.samples}
          events={trace.data.events}
          nominal={guide.voltage_v ?? 0}
          band={guide.voltage_band_percent}
          time={guide.time_s ?? 0}
          good={compare ? (good.data?.samples ?? []) : []}
        />
      )}
      <Stack direction="row" sx={{ alignItems: 'center', justifyContent: 'space-between', flexWrap: 'wrap' }}>
        <Typography variant="body2" color="text.secondary">
          {fusion.simulated ? 'Record of the simulated control unit.' : 'Record of a control unit.'} Dashed: ±{guide.voltage_band_percent} % of the nominal
          voltage.
        </Typography>
        {goodId !== null && goodId !== fusion.trace && (
          <Button size="small" onClick={() => setCompare(!compare)} aria-pressed={compare}>
            {compare ? 'Leave the good trace out' : 'Lay a good trace of this label behind it'}
          </Button>
        )}
      </Stack>
    </Box>
  );
}
