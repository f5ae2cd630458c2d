import type { Schemas } from '../../api/client';

export type JointState = Schemas['Joint']['state'];

/** The letter and words of each state; fill pattern and letter carry it, colour only repeats it. */
export const STATES: Record<JointState, { letter: string; words: string; colour: string }> = {
  planned: { letter: '', words: 'not begun', colour: 'line' },
  in_work: { letter: 'W', words: 'in work', colour: 'text-primary' },
  mend: { letter: 'M', words: 'to mend', colour: 'mend' },
  cooling: { letter: 'C', words: 'cooling', colour: 'hand' },
  accepted: { letter: 'A', words: 'accepted', colour: 'pipe' },
  overruled: { letter: 'O', words: 'accepted by overrule', colour: 'watch' },
  stop: { letter: 'S', words: 'stopped', colour: 'stop' },
};

const css = (name: string) => `var(--mui-palette-${name})`;

/** Hatching for the states, once in each drawing. */
export const GlyphPatterns = () => (
  <defs>
    <pattern id="fill-mend" width="6" height="6" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
      <rect width="6" height="6" fill={css('background-paper')} />
      <rect width="2" height="6" fill={css('mend')} opacity="0.45" />
    </pattern>
    <pattern id="fill-cooling" width="6" height="6" patternUnits="userSpaceOnUse">
      <rect width="6" height="6" fill={css('background-paper')} />
      <circle cx="3" cy="3" r="1.3" fill={css('hand')} opacity="0.7" />
    </pattern>
    <pattern id="fill-stop" width="7" height="7" patternUnits="userSpaceOnUse">
      <rect width="7" height="7" fill={css('background-paper')} />
      <path d="M0 0l7 7M7 0l-7 7" stroke={css('stop')} strokeWidth="1.2" opacity="0.6" />
    </pattern>
    <pattern id="fill-in_work" width="6" height="6" patternUnits="userSpaceOnUse">
      <rect width="6" height="6" fill={css('background-paper')} />
      <rect width="6" height="1.5" fill={css('text-primary')} opacity="0.35" />
    </pattern>
  </defs>
);

/** A sleeve with two terminal posts: an electrofusion coupler. Centre at 0,0. */
export function CouplerGlyph({ state, selected, scale = 1 }: { state: JointState; selected: boolean; scale?: number }) {
  const { letter, colour } = STATES[state];
  const solid = state === 'accepted' || state === 'overruled';
  const fill = solid ? css(colour) : state === 'planned' ? css('background-paper') : `url(#fill-${state})`;
  return (
    <g transform={`scale(${scale})`}>
      {selected && <rect x="-20" y="-27" width="40" height="54" rx="3" fill="none" stroke={css('text-primary')} strokeWidth="3" />}
      <path d="M-9 -16v-6M9 -16v-6" stroke={css(colour)} strokeWidth="4" />
      <rect x="-14" y="-17" width="28" height="34" rx="2" fill={fill} stroke={css(colour)} strokeWidth="2.5" strokeDasharray={state === 'planned' ? '4 3' : undefined} />
      {letter !== '' && (
        <>
          {!solid && <rect x="-8" y="-10" width="16" height="20" fill={css('background-paper')} />}
          <text y="6" textAnchor="middle" fontSize="17" fontWeight="700" className="num" fill={solid ? css('background-paper') : css(colour)}>
            {letter}
          </text>
        </>
      )}
    </g>
  );
}
