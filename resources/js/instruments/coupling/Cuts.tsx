import { Typography } from '@mui/material';
import type { Schemas } from '../../api/client';
import { useUnits } from '../../app/useUnits';
import { Drawing } from '../Drawing';

type Guide = Schemas['MechanicalGuide'];
const css = (name: string) => `var(--mui-palette-${name})`;

/** How a stab lies: the mark at the face, within so much. */
export function StabMark({ stab }: { stab: NonNullable<Guide['stab']> }) {
  const { whole } = useUnits();
  if (stab.depth_mm === null) return <Typography>Read the stab depth off the label first.</Typography>;
  const said = (mm: number) => `${whole.plain(mm)} ${whole.symbol}`;
  const px = 240 / stab.depth_mm;
  const off = stab.face_mm ?? 0;
  const mark = 300 - Math.max(-60, Math.min(90, off * px));
  const wide = Math.max(4, stab.within_mm * px);
  return (
    <Drawing
      size={[660, 150]}
      says={`Stab mark at ${said(stab.depth_mm)}, to lie within ${said(stab.within_mm)} of the face`}
      caption={`Mark the pipe ${said(stab.depth_mm)} from its end; stabbed home the mark lies within ${said(stab.within_mm)} of the face.`}
    >
      <rect x="300" y="22" width="340" height="106" rx="12" fill={css('text-primary')} opacity="0.12" stroke={css('text-primary')} strokeWidth="4" />
      <rect x="8" y="50" width={540 + (300 - mark) * -1 - 8} height="50" fill={css('pipe')} />
      <rect x={300 - wide} y="14" width={2 * wide} height="122" fill={css('hand')} opacity="0.2" />
      <path d={`M${mark} 40V110`} stroke={css('hand')} strokeWidth="5" />
      <path d="M300 14V136" stroke={css('text-primary')} strokeWidth="3" />
      <text x="292" y="144" textAnchor="end" fontSize="15" fill={css('text-secondary')}>
        face
      </text>
    </Drawing>
  );
}

/** The sliding fitting over the cut: where the second cut goes, and what it spans. */
export function SecondCut({ cut }: { cut: NonNullable<Guide['second_cut']> }) {
  const { whole } = useUnits();
  if (cut.cut_at_mm === null || cut.greatest_mm === null || cut.least_mm === null) return <Typography>Read the label and measure the damage first.</Typography>;
  const longest = Math.max(cut.greatest_mm, cut.cut_mm ?? 0, cut.damage_mm ?? 0) * 1.08;
  const px = 520 / longest;
  const x = (mm: number) => 70 + mm * px;
  const said = (mm: number) => `${whole.plain(mm)} ${whole.symbol}`;
  return (
    <Drawing
      size={[660, 200]}
      says={`Second cut at ${said(cut.cut_at_mm)} from the first; the fitting spans ${said(cut.least_mm)} to ${said(cut.greatest_mm)}`}
    >
      <rect x="4" y="70" width="66" height="48" fill={css('pipe')} />
      <rect x={x(cut.cut_mm ?? cut.cut_at_mm)} y="70" width={652 - x(cut.cut_mm ?? cut.cut_at_mm)} height="48" fill={css('pipe')} />
      {cut.damage_mm !== null && (
        <path
          d={`M${x(cut.damage_mm * 0.35)} 76l14 16 -10 6 16 16M${x(cut.damage_mm * 0.7)} 76l14 16 -10 6 16 16`}
          fill="none"
          stroke={css('stop')}
          strokeWidth="4"
        />
      )}
      {cut.damage_mm !== null && <path d={`M${x(cut.damage_mm)} 62V126`} stroke={css('stop')} strokeWidth="2" strokeDasharray="4 4" />}
      <rect x={x(cut.least_mm)} y="130" width={(cut.greatest_mm - cut.least_mm) * px} height="14" fill={css('hand')} opacity="0.25" />
      <path d="M70 40V150" stroke={css('text-primary')} strokeWidth="4" />
      <path d={`M${x(cut.cut_at_mm)} 40V150`} stroke={css('hand')} strokeWidth="5" />
      <text x={x(cut.cut_at_mm)} y="30" textAnchor="middle" fontSize="20" fontWeight="700" className="num" fill={css('hand')}>
        second cut {said(cut.cut_at_mm)}
      </text>
      <text x="70" y="30" textAnchor="middle" fontSize="15" fill={css('text-secondary')}>
        first cut
      </text>
      <text x={x((cut.least_mm + cut.greatest_mm) / 2)} y="170" textAnchor="middle" fontSize="15" className="num" fill={css('text-secondary')}>
        spans {said(cut.least_mm)} to {said(cut.greatest_mm)}
      </text>
    </Drawing>
  );
}

/** The spool between two cuts, with a setting gap at each end. */
export function SpoolLength({ spool }: { spool: NonNullable<Guide['spool']> }) {
  const { whole } = useUnits();
  const said = (mm: number) => `${whole.plain(mm)} ${whole.symbol}`;
  if (spool.spool_mm === null || spool.cut_out_mm === null || spool.gap_mm === null)
    return <Typography>Measure what is open between the cuts: the spool follows.</Typography>;
  const px = 480 / spool.cut_out_mm;
  const gap = Math.max(8, spool.gap_mm * px);
  return (
    <Drawing size={[660, 130]} says={`Spool ${said(spool.spool_mm)}: ${said(spool.cut_out_mm)} open, less two gaps of ${said(spool.gap_mm)}`}>
      <rect x="4" y="40" width="86" height="50" fill={css('pipe')} />
      <rect x="570" y="40" width="86" height="50" fill={css('pipe')} />
      <rect x={90 + gap} y="40" width={480 - 2 * gap} height="50" fill={css('hand')} opacity="0.3" stroke={css('hand')} strokeWidth="3" />
      <text x="330" y="72" textAnchor="middle" fontSize="22" fontWeight="700" className="num" fill={css('text-primary')}>
        {said(spool.spool_mm)}
      </text>
      <text x="330" y="24" textAnchor="middle" fontSize="15" className="num" fill={css('text-secondary')}>
        open {said(spool.cut_out_mm)}, a gap of {said(spool.gap_mm)} at each end
      </text>
    </Drawing>
  );
}
