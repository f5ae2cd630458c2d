import { Alert, Box, Typography } from '@mui/material';
import type { Schemas } from '../../api/client';
import { Findings } from '../bench/Findings';
import { Arithmetic } from './PlanDetails';
import { said } from './shown';
import type { Test } from './useTest';

/** Passed or not, because; what it looks like; every figure. */
export function Verdict({ test }: { test: Test }) {
  const verdict = test.verdict;
  if (!verdict) return null;
  const heading = test.state === 'advised' ? 'It reads so, because' : verdict.passed ? 'Passed, because' : 'Not passed, because';
  return (
    <>
      {verdict.broken_off && (
        <Alert severity="warning" sx={{ mb: 1 }}>
          Broken off: {verdict.broken_off}
        </Alert>
      )}
      <Typography variant="h2">{heading}</Typography>
      <Findings findings={verdict.findings} label="Findings of this test" />
      {verdict.diagnosis && <Meaning meaning={verdict.diagnosis} test={test} />}
      {verdict.arithmetic.length > 0 && (
        <>
          <Typography variant="h2" sx={{ mt: 2 }}>
            Arithmetic
          </Typography>
          <Arithmetic figures={verdict.arithmetic} label="Arithmetic" />
        </>
      )}
    </>
  );
}

const CAUSES: Record<string, string> = {
  tight: 'tight',
  leak: 'a leak',
  trapped_air: 'trapped air',
  pe_creep: 'the wall stretching on',
  temperature_drift: 'a change of temperature',
  gauge_fault: 'a fault of the gauge, or a disturbance',
};

/** What the judged phase most looks like, and what to do; advice beside the verdict, never instead of it. */
function Meaning({ meaning, test }: { meaning: Schemas['TraceMeaning']; test: Test }) {
  const { pressure, volume } = test.display;
  const kpa = (value: number) => said(value, { ...pressure, decimals: pressure.decimals });
  const figures = [
    meaning.leak_l_per_h === null || meaning.leak_uncertainty_l_per_h === null
      ? null
      : `leak ${(meaning.leak_l_per_h * volume.factor).toFixed(2)} ± ${said(meaning.leak_uncertainty_l_per_h, { ...volume, decimals: 2 })}/h`,
    meaning.air_percent === null ? null : `free air ${meaning.air_percent.toFixed(2)} % of the volume`,
    `fall ${kpa(meaning.fall_kpa)}, of it weather ${kpa(-meaning.temperature_kpa)}${meaning.creep_kpa > 0 ? ` and creep ${kpa(meaning.creep_kpa)}` : ''}`,
  ].filter((f) => f !== null);
  return (
    <Box component="section" aria-label="What the trace means" sx={{ mt: 2, p: 1.5, bgcolor: 'earth' }}>
      <Typography variant="h2">It looks most like {meaning.looks_like.map((l) => CAUSES[l.cause] ?? l.cause).join(', and ')}</Typography>
      {meaning.looks_like.map((l) => (
        <Typography key={l.cause} sx={{ mt: 0.5 }}>
          {l.evidence} <b>{l.todo}</b>
        </Typography>
      ))}
      <Typography className="num" variant="body2" sx={{ mt: 0.75 }}>
        {figures.join(' · ')}
      </Typography>
      <Typography variant="body2" color="text.secondary" sx={{ mt: 0.5 }}>
        {Math.round(meaning.confidence * 100)} % sure. Advice from the trace alone, by a model whose figures are from memory: it neither passes nor fails a
        test.
      </Typography>
    </Box>
  );
}
