import { Box, Stack, Typography } from '@mui/material';
import type { Schemas } from '../../api/client';
import { GapRing } from '../../instruments/gap/GapRing';
import { DeflectionRose, type Rose } from '../../instruments/gasket/DeflectionRose';
import { FeelerRing, type Sweep } from '../../instruments/gasket/FeelerRing';
import { LiftCard, type Lift } from '../../instruments/gasket/LiftCard';
import { SpigotRuler } from '../../instruments/gasket/SpigotRuler';
import { CodeReader } from '../../instruments/label/CodeReader';
import { LabelCard } from '../../instruments/label/LabelCard';
import { SampleLabel } from '../../instruments/label/SampleLabel';
import { MarksRuler } from '../../instruments/marks/MarksRuler';
import { PassTable, type Passes } from '../../instruments/marks/PassTable';
import { SaddleRuler } from '../../instruments/marks/SaddleRuler';
import { RoundnessDial, type Dial } from '../../instruments/roundness/RoundnessDial';

type Bench = Schemas['Bench'];
type Step = Schemas['Step'];

const series = (bench: Bench, key: string) => (Array.isArray(bench.readings[key]?.value) ? (bench.readings[key].value as number[]) : null);
const number = (bench: Bench, key: string) => (typeof bench.readings[key]?.value === 'number' ? bench.readings[key].value : null);
/** “End A: gap by feeler…” is about end A. */
const titleOf = (spec: Schemas['ReadingSpec']) => spec.label.split(':')[0] ?? spec.label;
const rank = { go: 0, watch: 1, mend: 2, stop: 3 };

/** The pictures that measure, chosen by the instruments the step's readings name; all figures come from the step's guide. */
export function StepInstrument({
  bench,
  step,
  mayEnter,
  onScan,
}: {
  bench: Bench;
  step: Step;
  mayEnter: boolean;
  onScan: (key: string, code: string) => void;
}) {
  const kinds = new Set(step.readings.map((spec) => spec.instrument));
  const parts = [
    kinds.has('label_card') && <LabelPart key="label" bench={bench} step={step} mayEnter={mayEnter} onScan={onScan} />,
    kinds.has('roundness_dial') && <Dials key="dials" bench={bench} step={step} />,
    kinds.has('marks_ruler') && <Marks key="marks" bench={bench} step={step} />,
    kinds.has('pass_table') && Array.isArray(step.guide.passes) && step.guide.passes.length > 0 && (
      <PassTable key="passes" rows={step.guide.passes as Passes[]} />
    ),
    kinds.has('gap_ring') && <Gaps key="gaps" bench={bench} step={step} />,
    kinds.has('lift_card') && step.guide.lift !== undefined && (
      <LiftCard key="lift" lift={step.guide.lift as Lift} length={typeof bench.facts.pipe_length_m === 'number' ? bench.facts.pipe_length_m : null} />
    ),
    kinds.has('spigot_ruler') && <Spigots key="spigot" bench={bench} step={step} />,
    kinds.has('feeler_ring') && <Feelers key="feeler" bench={bench} step={step} />,
    step.guide.share !== undefined && <DeflectionRose key="rose" rose={step.guide as unknown as Rose} />,
  ].filter(Boolean);
  return parts.length === 0 ? null : <Stack spacing={2}>{parts}</Stack>;
}

const row = { display: 'grid', gridTemplateColumns: 'repeat(auto-fit, minmax(min(220px, 45%), 1fr))', gap: 2, justifyItems: 'center' } as const;

function Dials({ bench, step }: { bench: Bench; step: Step }) {
  const specs = step.readings.filter((spec) => spec.instrument === 'roundness_dial');
  const ends = step.guide.ends as string[];
  return (
    <Box sx={row}>
      {ends.map((end, k) => (
        <Box key={end} sx={{ width: '100%', minWidth: 0 }}>
          <RoundnessDial
            title={ends.length === 1 ? 'Under the base' : `End ${end.toUpperCase()}`}
            dial={(step.guide[end] as Dial | null | undefined) ?? null}
            allowed={Number(step.guide.allowed_mm)}
            count={series(bench, specs[k]?.key ?? '')?.length ?? 4}
          />
        </Box>
      ))}
    </Box>
  );
}

function Marks({ bench, step }: { bench: Bench; step: Step }) {
  const guide = step.guide;
  if (guide.footprint_mm !== undefined)
    return <SaddleRuler footprint={Number(guide.footprint_mm)} wash={Number(guide.wash_mm)} marked={number(bench, 'marked_mm')} />;
  if (guide.stab_mm === undefined) return <Typography>Enter the fitting&rsquo;s length in “Wash” first: the marks follow from it.</Typography>;
  const rulers = guide.rulers as { title: string; scrape_mm: number; ends: { end: string; reading: string }[] }[];
  return (
    <Stack spacing={2}>
      {rulers.map((ruler) => (
        <Box key={ruler.title}>
          {ruler.title !== '' && <Typography variant="h3">{ruler.title}</Typography>}
          <MarksRuler
            stab={Number(guide.stab_mm)}
            scrape={ruler.scrape_mm}
            dn={Number(guide.dn_mm)}
            wall={Number(guide.wall_mm)}
            measured={ruler.ends.flatMap(({ end, reading }) => {
              const at = number(bench, reading);
              return at === null ? [] : [{ label: end, at }];
            })}
          />
        </Box>
      ))}
    </Stack>
  );
}

function Gaps({ bench, step }: { bench: Bench; step: Step }) {
  const specs = step.readings.filter((spec) => spec.instrument === 'gap_ring');
  return (
    <Box sx={row}>
      {specs.map((spec) => (
        <GapRing
          key={spec.key}
          title={specs.length === 1 ? step.title : titleOf(spec)}
          gaps={step.stale.includes(spec.key) ? null : series(bench, spec.key)}
          limit={Number(step.guide.limit_mm)}
          even={step.guide.even === true}
        />
      ))}
    </Box>
  );
}

function Spigots({ bench, step }: { bench: Bench; step: Step }) {
  const guide = step.guide;
  const sides = guide.sides as string[];
  const cut = guide.cut as boolean[];
  const given = (key: string, label: string) => {
    const at = number(bench, key);
    return at === null ? [] : [{ label, at }];
  };
  return (
    <SpigotRuler
      mark={guide.mark_mm as number | null}
      second={guide.second_line_mm as number | null}
      chamfer={(guide.chamfer ?? null) as { length_mm: number; depth_mm: number } | null}
      cut={cut.some(Boolean)}
      od={Number(guide.od_mm)}
      wall={Number(guide.wall_mm)}
      home={String(guide.home)}
      measured={sides.flatMap((side) => {
        const end = side === '' ? '' : `_${side}`;
        return [...given(`mark${end}_mm`, side.toUpperCase()), ...given(`second_mark${end}_mm`, side.toUpperCase())];
      })}
    />
  );
}

function Feelers({ bench, step }: { bench: Bench; step: Step }) {
  const specs = step.readings.filter((spec) => spec.instrument === 'feeler_ring');
  const sides = step.guide.sides as string[];
  const sweeps = step.guide.sweeps as Record<string, Sweep>;
  return (
    <Box sx={row}>
      {specs.map((spec, k) => (
        <FeelerRing
          key={spec.key}
          title={specs.length === 1 ? 'Feeler depth round the joint' : titleOf(spec)}
          sweep={sweeps[sides[k] ?? ''] ?? null}
          tolerance={Number(step.guide.tolerance_mm)}
          count={series(bench, spec.key)?.length ?? spec.counts[0] ?? 8}
        />
      ))}
    </Box>
  );
}

function LabelPart({ bench, step, mayEnter, onScan }: { bench: Bench; step: Step; mayEnter: boolean; onScan: (key: string, code: string) => void }) {
  const weld = typeof step.guide.weld === 'string' ? step.guide.weld : '';
  const key = (name: string) => (weld === '' ? name : `${weld}_${name}`);
  const sample = bench.sample_labels[weld];
  const trace = step.guide.trace_fields as Record<string, { value: string; digits: string; confidence: string }> | undefined;
  const preheat = step.readings.some((spec) => spec.key === key('precool_min'));
  return (
    <Stack spacing={2}>
      {sample && <SampleLabel label={sample} waits={preheat ? 'pre-cool' : 'cool'} onScan={(code) => onScan(key('label_code'), code)} />}
      {mayEnter && <CodeReader onRead={(code) => onScan(code.length === 24 ? key('label_code') : 'trace_code', code)} />}
      <LabelCard
        fields={step.guide.fields as Parameters<typeof LabelCard>[0]['fields']}
        source={typeof step.guide.source === 'string' ? step.guide.source : ''}
        value={(name) => number(bench, key(name))}
        finding={(...rules) =>
          bench.verdict.findings
            .filter((f) => rules.some((rule) => f.rule === (weld === '' ? `ef.${rule}` : `ef.${weld}.${rule}`)))
            .sort((a, b) => rank[b.severity] - rank[a.severity])[0]
        }
      />
      {trace && (
        <Box>
          <Typography variant="h3">Traceability code</Typography>
          <Stack direction="row" sx={{ flexWrap: 'wrap', columnGap: 3, rowGap: 1 }}>
            {Object.entries(trace).map(([name, field]) => (
              <Box key={name}>
                <Typography variant="body2" color="text.secondary">
                  {name.replaceAll('_', ' ')}
                </Typography>
                <Typography className="num" sx={{ fontWeight: 700 }}>
                  {field.value}
                </Typography>
                <Typography variant="caption" color="text.secondary">
                  {field.confidence}
                </Typography>
              </Box>
            ))}
          </Stack>
          <Typography variant="body2" color="text.secondary">
            [{String(step.guide.trace_source)}]
          </Typography>
        </Box>
      )}
    </Stack>
  );
}
