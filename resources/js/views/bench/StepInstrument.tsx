import { Box, Button, Stack, Typography } from '@mui/material';
import type { QueryKey } from '@tanstack/react-query';
import type { Schemas } from '../../api/client';
import { SecondCut, SpoolLength, StabMark } from '../../instruments/coupling/Cuts';
import { FitStrip } from '../../instruments/coupling/FitStrip';
import { SettingGap } from '../../instruments/coupling/SettingGap';
import { BoreChart } from '../../instruments/cover/BoreChart';
import { CrossSection } from '../../instruments/cover/CrossSection';
import { DeflectionRose } from '../../instruments/gasket/DeflectionRose';
import { LiftCard } from '../../instruments/gasket/LiftCard';
import { SpigotRuler } from '../../instruments/gasket/SpigotRuler';
import { CodeReader } from '../../instruments/label/CodeReader';
import { LabelCard } from '../../instruments/label/LabelCard';
import { SampleLabel } from '../../instruments/label/SampleLabel';
import { MarksRuler } from '../../instruments/marks/MarksRuler';
import { PassTable } from '../../instruments/marks/PassTable';
import { SaddleRuler } from '../../instruments/marks/SaddleRuler';
import { EjectionForce, Ladder } from '../../instruments/tap/Ladder';
import { TapSection } from '../../instruments/tap/TapSection';
import { BandPart } from './bolts/BandPart';
import { BoltWheel } from './bolts/BoltWheel';
import { PrintLines } from './PrintLines';

type Bench = Schemas['Bench'];
type Step = Schemas['Step'];

const number = (bench: Bench, key: string) => (typeof bench.readings[key]?.value === 'number' ? bench.readings[key].value : null);
const rank = { go: 0, watch: 1, mend: 2, stop: 3 };

/** The pictures that measure, chosen by the instruments the step's readings name; all figures come from the step's guide. */
export function StepInstrument({
  bench,
  step,
  queryKey,
  mayEnter,
  onScan,
}: {
  bench: Bench;
  step: Step;
  queryKey: QueryKey;
  mayEnter: boolean;
  onScan: (key: string, code: string) => void;
}) {
  const guide = step.guide;
  const kinds = new Set(step.readings.map((spec) => spec.instrument));
  const parts = [
    kinds.has('print_line') && bench.pipes_from_yard.some((pipe) => pipe.fits) && (
      <PrintLines key="print" pipes={bench.pipes_from_yard.filter((pipe) => pipe.fits)} />
    ),
    guide && 'fields' in guide && <LabelPart key="label" bench={bench} step={step} guide={guide} mayEnter={mayEnter} onScan={onScan} />,
    kinds.has('marks_ruler') && <Marks key="marks" bench={bench} guide={guide} />,
    guide && 'passes' in guide && guide.passes.length > 0 && <PassTable key="passes" rows={guide.passes} />,
    guide && 'lift' in guide && guide.lift && (
      <LiftCard key="lift" lift={guide.lift} length={typeof bench.facts.pipe_length_m === 'number' ? bench.facts.pipe_length_m : null} />
    ),
    guide && 'chamfer' in guide && <Spigots key="spigot" bench={bench} guide={guide} />,
    ...mechanical(bench, step, queryKey, mayEnter),
    guide && 'cross' in guide && <CrossSection key="cross" cross={guide.cross} />,
    guide && 'bores' in guide && <BoreChart key="bores" bores={guide.bores} />,
    guide && 'share' in guide && <DeflectionRose key="rose" rose={guide} />,
  ].filter(Boolean);
  return parts.length === 0 ? null : <Stack spacing={2}>{parts}</Stack>;
}

/** What a mechanical joint draws: each part of its guide has its picture. */
function mechanical(bench: Bench, step: Step, queryKey: QueryKey, mayEnter: boolean) {
  const guide = (step.guide ?? {}) as Schemas['MechanicalGuide'];
  const open = mayEnter && !step.gate;
  return [
    guide.ladder && (
      <Box key="ladder" sx={{ display: { lg: 'none' } }}>
        <Ladder stages={guide.ladder} />
      </Box>
    ),
    guide.ladder && !guide.wheel && !guide.card && !guide.ends && <TapPart key="tap" stages={guide.ladder} ejection={guide.ejection} />,
    guide.card && guide.card.rows.length > 0 && <CardRows key="card" card={guide.card} />,
    guide.ends && guide.ranges && <FitStrip key="fit" ends={guide.ends} ranges={guide.ranges} />,
    guide.spool && <SpoolLength key="spool" spool={guide.spool} />,
    guide.setting && <SettingGap key="setting" setting={guide.setting} />,
    guide.stab && <StabMark key="stab" stab={guide.stab} />,
    guide.second_cut && <SecondCut key="cut" cut={guide.second_cut} />,
    guide.wheel && <BoltWheel key="wheel" bench={bench} wheel={guide.wheel} queryKey={queryKey} mayEnter={open} />,
    ...(guide.bands ?? []).map((band) => <BandPart key={band.key} bench={bench} band={band} queryKey={queryKey} mayEnter={open} />),
  ];
}

/** What stands on the main, and beside it what the rod is pushed out with where that is the stage. */
function TapPart({ stages, ejection }: { stages: NonNullable<Schemas['MechanicalGuide']['ladder']>; ejection: Schemas['MechanicalGuide']['ejection'] }) {
  return (
    <Box sx={{ display: 'grid', gridTemplateColumns: { xs: 'minmax(0,1fr)', sm: '250px minmax(0,1fr)' }, gap: 3, alignItems: 'center' }}>
      <TapSection stages={stages} />
      {ejection && <EjectionForce ejection={ejection} />}
    </Box>
  );
}

function CardRows({ card }: { card: NonNullable<Schemas['MechanicalGuide']['card']> }) {
  return (
    <Box>
      <Typography variant="h3">The card of this size</Typography>
      <Stack direction="row" sx={{ flexWrap: 'wrap', columnGap: 3, rowGap: 1, mt: 0.5 }}>
        {card.rows.map((r) => (
          <Box key={r.label}>
            <Typography variant="body2" color="text.secondary">
              {r.label}
            </Typography>
            <Typography className="num" sx={{ fontWeight: 700 }}>
              {r.value}
            </Typography>
          </Box>
        ))}
      </Stack>
      <Typography variant="body2" color="text.secondary">
        [{card.source}]
      </Typography>
    </Box>
  );
}

function Marks({ bench, guide }: { bench: Bench; guide: Step['guide'] }) {
  if (guide && 'footprint_mm' in guide) return <SaddleRuler footprint={guide.footprint_mm} wash={guide.wash_mm} marked={number(bench, 'marked_mm')} />;
  if (!guide || !('stab_mm' in guide)) return <Typography>Enter the fitting&rsquo;s length in “Wash” first: the marks follow from it.</Typography>;
  return (
    <Stack spacing={2}>
      {guide.rulers.map((ruler) => (
        <Box key={ruler.title}>
          {ruler.title !== '' && <Typography variant="h3">{ruler.title}</Typography>}
          <MarksRuler
            stab={guide.stab_mm}
            scrape={ruler.scrape_mm}
            dn={guide.dn_mm}
            wall={guide.wall_mm}
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

function Spigots({ bench, guide }: { bench: Bench; guide: Schemas['SpigotGuide'] }) {
  const given = (key: string, label: string) => {
    const at = number(bench, key);
    return at === null ? [] : [{ label, at }];
  };
  return (
    <SpigotRuler
      mark={guide.mark_mm}
      second={guide.second_line_mm}
      chamfer={guide.chamfer}
      cut={guide.cut.some(Boolean)}
      od={guide.od_mm}
      wall={guide.wall_mm}
      home={guide.home}
      measured={guide.sides.flatMap((side) => {
        const end = side === '' ? '' : `_${side}`;
        return [...given(`mark${end}_mm`, side.toUpperCase()), ...given(`second_mark${end}_mm`, side.toUpperCase())];
      })}
    />
  );
}

interface LabelProps {
  bench: Bench;
  step: Step;
  guide: Schemas['LabelGuide'];
  mayEnter: boolean;
  onScan: (key: string, code: string) => void;
}

/** What comes before the questions of a step: pipes of the yard that must not be joined, and the code of a fitting. */
export function BeforeAll({ bench, step, onScan }: Pick<LabelProps, 'bench' | 'step' | 'onScan'>) {
  const wrong = step.readings.some((spec) => spec.instrument === 'print_line') ? bench.pipes_from_yard.filter((pipe) => !pipe.fits) : [];
  return (
    <>
      {wrong.length > 0 && <PrintLines pipes={wrong} />}
      <ScanRow bench={bench} step={step} onScan={onScan} />
    </>
  );
}

/** Where a fitting is met: its code is scanned by camera or picture. A fitting that was fused well before is known, and only confirmed. */
function ScanRow({ bench, step, onScan }: Pick<LabelProps, 'bench' | 'step' | 'onScan'>) {
  const weld = step.guide && 'fields' in step.guide ? step.guide.weld : '';
  const key = weld === '' ? 'label_code' : `${weld}_label_code`;
  const meets = step.readings.some((spec) => ['fitting_length_mm', 'footprint_mm', key].includes(spec.key));
  if (!meets || bench.readings[key] || !bench.procedure.steps.some((s) => s.readings.some((spec) => spec.key === key))) return null;
  const sample = bench.sample_labels[weld];
  return (
    <Stack direction="row" sx={{ alignItems: 'center', flexWrap: 'wrap', gap: 1.5, mt: 1.5 }}>
      {sample && (
        <Button variant="outlined" onClick={() => onScan(key, sample.code)} sx={{ minHeight: 56 }}>
          Scan the sample fitting
        </Button>
      )}
      <CodeReader onRead={(code) => onScan(code.length === 24 ? key : 'trace_code', code)} />
    </Stack>
  );
}

function LabelPart({ bench, step, guide, mayEnter, onScan }: LabelProps) {
  const weld = guide.weld;
  const key = (name: string) => (weld === '' ? name : `${weld}_${name}`);
  const sample = bench.sample_labels[weld];
  const trace = guide.trace_fields;
  const preheat = step.readings.some((spec) => spec.key === key('precool_min'));
  return (
    <Stack spacing={2}>
      {sample && <SampleLabel label={sample} waits={preheat ? 'pre-cool' : 'cool'} onScan={(code) => onScan(key('label_code'), code)} />}
      {bench.from_yard.map((part) => (
        <Typography key={`${part.code} ${part.delivery}`} sx={{ pl: 1.5, borderLeft: '4px solid', borderLeftColor: part.has_run_out ? 'stop' : 'pipe' }}>
          Out of the yard: {part.what}, batch {part.batch}, came with “{part.delivery}”
          {part.use_by === '' ? '' : part.has_run_out ? <b>. It ran out on {part.use_by}: do not use it</b> : `, good until ${part.use_by}`}.
        </Typography>
      ))}
      {mayEnter && bench.readings[key('label_code')] && <CodeReader onRead={(code) => onScan(code.length === 24 ? key('label_code') : 'trace_code', code)} />}
      <LabelCard
        fields={guide.fields}
        source={guide.source}
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
            [{guide.trace_source}]
          </Typography>
        </Box>
      )}
    </Stack>
  );
}
