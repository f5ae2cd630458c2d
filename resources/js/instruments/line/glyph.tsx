import { STATES, type JointState } from './states';

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
    <pattern id="fill-cut_out" width="7" height="7" patternUnits="userSpaceOnUse">
      <rect width="7" height="7" fill={css('background-paper')} />
      <path d="M3.5 0v7" stroke={css('text-secondary')} strokeWidth="1.2" strokeDasharray="2 2" opacity="0.6" />
    </pattern>
    <pattern id="fill-in_work" width="6" height="6" patternUnits="userSpaceOnUse">
      <rect width="6" height="6" fill={css('background-paper')} />
      <rect width="6" height="1.5" fill={css('text-primary')} opacity="0.35" />
    </pattern>
  </defs>
);

/** Outline of each method, around 0,0: the shape says how the joint is made. */
const SHAPES: Record<string, { body: string; posts: string }> = {
  // a sleeve with two terminal posts
  'electrofusion.coupler': { body: 'M-14 -17h28v34h-28z', posts: 'M-9 -16v-6M9 -16v-6' },
  // a wide sleeve with posts on both halves
  'electrofusion.large_bore': { body: 'M-19 -19h38v38h-38z', posts: 'M-15 -18v-7M-8 -18v-7M8 -18v-7M15 -18v-7' },
  // a hood on the barrel with its outlet to the side
  'electrofusion.branch_saddle': { body: 'M-15 14v-16l6 -12h18l6 12v16z', posts: 'M14 2h9' },
  // the same hood with a tower for the cutter
  'electrofusion.tapping_tee': { body: 'M-15 14v-16h8v-16h14v16h8v16z', posts: 'M-9 -19h18M14 6h9' },
  // two sleeves on a spool
  'electrofusion.repair_spool': { body: 'M-20 -15h14v5h12v-5h14v30h-14v-5h-12v5h-14z', posts: 'M-13 -15v-6M13 -15v-6' },
  // a bell over a spigot
  'gasketed.bell': { body: 'M-16 -12h12l6 -6h14v36h-14l-6 -6h-12z', posts: '' },
  // the same bell, pinned
  'gasketed.locked': { body: 'M-16 -12h12l6 -6h14v36h-14l-6 -6h-12z', posts: 'M9 -18v-7M9 18v7' },
  // a coupling over both ends, rounded
  'gasketed.coupling': { body: 'M-11 -18h22q6 0 6 6v24q0 6 -6 6h-22q-6 0 -6 -6v-24q0 -6 6 -6z', posts: '' },
  // a sleeve over two cut ends
  'gasketed.sleeve': { body: 'M-18 -14h36v28h-36z', posts: 'M0 -14v-8M0 14v8' },
  // a stepped socket
  'gasketed.concrete': { body: 'M-16 -10h8v-9h24v38h-24v-9h-8z', posts: '' },
  // a coupling with a clamp at each end
  'mechanical.clamped': { body: 'M-18 -16h8v4h20v-4h8v32h-8v-4h-20v4h-8z', posts: 'M-14 -16v-7M14 -16v-7' },
  // the same, laid round and closed along its side
  'mechanical.wrapped': { body: 'M-18 -15h36v30h-36z', posts: 'M-12 -15v-6M0 -15v-6M12 -15v-6' },
  // two bands on a long body
  'mechanical.banded': { body: 'M-20 -19h9v5h22v-5h9v38h-9v-5h-22v5h-9z', posts: '' },
  // two faces bolted together
  'mechanical.flanged': { body: 'M-8 -20h16v40h-16z', posts: 'M-13 -13h26M-13 13h26' },
  // a ring drawn against a bell
  'mechanical.gland': { body: 'M-13 -18h8v4h18v28h-18v4h-8z', posts: 'M-18 -12h8M-18 12h8' },
  // pushed into a sleeve from both sides
  'mechanical.stabbed': { body: 'M-18 -11l6 -5h24l6 5v22l-6 5h-24l-6 -5z', posts: '' },
  // a saddle held by a strap
  'mechanical.strapped': { body: 'M-13 -4l4 -13h18l4 13v20h-26z', posts: 'M-18 4h5M13 4h5' },
  // a ribbed coupler
  'gasketed.corrugated': { body: 'M-17 -13l5 -5 5 5 5 -5 5 5 5 -5 5 5v26l-5 5 -5 -5 -5 5 -5 -5 -5 5 -5 -5z', posts: '' },
};

/** One joint: the shape says the method, fill pattern and letter the state. Centre at 0,0. */
export function JointGlyph({ shape: name, state, selected, scale = 1 }: { shape: string; state: JointState; selected: boolean; scale?: number }) {
  const shape = SHAPES[name] ?? SHAPES['gasketed.bell'];
  const { letter, colour } = STATES[state];
  const solid = state === 'accepted' || state === 'overruled';
  const fill = solid ? css(colour) : state === 'planned' ? css('background-paper') : `url(#fill-${state})`;
  return (
    <g transform={`scale(${scale})`}>
      {selected && <rect x="-24" y="-28" width="48" height="56" rx="3" fill="none" stroke={css('text-primary')} strokeWidth="3" />}
      <path d={shape?.posts} stroke={css(colour)} strokeWidth="4" />
      <path
        d={shape?.body}
        strokeLinejoin="round"
        fill={fill}
        stroke={css(colour)}
        strokeWidth="2.5"
        strokeDasharray={state === 'planned' ? '4 3' : undefined}
      />
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
