import type { Schemas } from '../../api/client';
import { Drawing } from '../Drawing';

type Stages = NonNullable<Schemas['MechanicalGuide']['ladder']>;
const css = (name: string) => `var(--mui-palette-${name})`;
const FOOT = 214;

/** A cut through the main and what stands on it at a stage: rod, shut-off, sleeve, spindle; and where water can come out. */
export function TapSection({ stages }: { stages: Stages }) {
  const order = stages.map((s) => s.id);
  const at = stages.findIndex((s) => s.here);
  const stage = order[at] ?? '';
  const from = (id: string, until = 'outlet') => at >= order.indexOf(id) && at <= order.indexOf(until);
  const open = at > order.indexOf('drill');
  const rod = from('device', 'released');
  const depth = stage === 'drill' || stage === 'released' ? 46 : 0;
  const shut = from('proved', 'proved') || from('upper', 'upper');
  return (
    <Drawing
      size={[420, 330]}
      maxWidth={300}
      says={`What stands on the main at “${stages[at]?.title ?? ''}”`}
      caption="A sketch: the maker’s own order and drawing govern."
    >
      <circle cx="210" cy="316" r="104" fill="none" stroke={css('pipe')} strokeWidth="16" />
      <path d="M114 330V316A96 96 0 0 1 306 316V330z" fill={css('earth')} />
      <text x="210" y="304" textAnchor="middle" fontSize="16" fill={css('text-secondary')}>
        main, full
      </text>
      {open && <rect x="192" y="202" width="36" height="22" fill={css('background-paper')} />}
      {from('bolts') && (
        <path d="M130 236Q150 196 186 196V180H234V196Q270 196 290 236" fill="none" stroke={css('text-primary')} strokeWidth="10" strokeLinejoin="round" />
      )}
      {from('flushing', 'proved') && (
        <>
          <rect x="178" y="132" width="64" height="50" fill={css('background-paper')} stroke={css('text-primary')} strokeWidth="5" />
          <path d="M242 156H330q14 0 14 14v34" fill="none" stroke={css('text-primary')} strokeWidth="9" />
          {stage !== 'proved' && open && <path d="M344 216v20M336 212l-6 18M352 212l6 18" stroke={css('pipe')} strokeWidth="4" />}
          <text x="352" y="150" textAnchor="end" fontSize="14" fill={css('text-secondary')}>
            hose
          </text>
        </>
      )}
      {rod && (
        <>
          <rect x="168" y="74" width="84" height="58" rx="6" fill={css('background-paper')} stroke={css('text-primary')} strokeWidth="5" />
          <rect x="201" y={18 + depth} width="18" height={FOOT - 36} fill={css(stage === 'released' ? 'stop' : 'hand')} />
          <path d={`M192 ${FOOT - 20 + depth}h36l-6 14h-24z`} fill={css(stage === 'released' ? 'stop' : 'hand')} />
          {stage === 'released' && <path d="M156 70V22M146 34l10 -14 10 14" fill="none" stroke={css('stop')} strokeWidth="6" />}
        </>
      )}
      {shut && <path d="M176 190H244" stroke={css('stop')} strokeWidth="9" />}
      {from('setter', 'sleeve') && <rect x="178" y="84" width="64" height="98" fill={css('background-paper')} stroke={css('text-primary')} strokeWidth="5" />}
      {from('setter') && <rect x="190" y={stage === 'setter' ? 110 : 184} width="40" height="34" fill="none" stroke={css('hand')} strokeWidth="6" />}
      {from('upper') && (
        <>
          <path d="M180 182V120h14V96h32v24h14v62" fill={css('background-paper')} stroke={css('text-primary')} strokeWidth="5" />
          <rect x="205" y="60" width="10" height={stage === 'seat' ? 124 : 96} fill={css('pipe')} />
          <path d="M240 152H320" stroke={css('text-primary')} strokeWidth={stage === 'outlet' ? 16 : 9} />
        </>
      )}
      {stage === 'outlet' && <path d="M196 60h28M210 60V10M198 10h24" stroke={css('text-primary')} strokeWidth="6" />}
    </Drawing>
  );
}
