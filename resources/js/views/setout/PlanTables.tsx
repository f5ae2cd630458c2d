import { Box, Typography } from '@mui/material';
import { useUnits } from '../../app/useUnits';
import { Link as RouterLink } from 'react-router';
import type { Schemas } from '../../api/client';
import { STATES } from '../../instruments/line/states';

const table = {
  borderCollapse: 'collapse',
  width: '100%',
  '& th': {
    textAlign: 'right',
    fontWeight: 640,
    fontSize: '0.82rem',
    lineHeight: 1.2,
    py: 0.75,
    px: 0.75,
    borderBottom: '2px solid',
    borderColor: 'text.primary',
    verticalAlign: 'bottom',
  },
  '& td': { textAlign: 'right', fontSize: '0.9rem', py: 0.9, px: 0.75, borderBottom: '1px solid', borderColor: 'divider', whiteSpace: 'nowrap' },
  '& th:first-of-type, & td:first-of-type': { textAlign: 'left' },
} as const;
const f = (value: number | null | undefined, places: number) =>
  value === null || value === undefined ? '' : (Math.abs(value) < 0.5 / 10 ** places ? 0 : value).toFixed(places);
const MOST = 400;

/** What the crew works by: a row a joint, with the pipe that is laid at it. */
export function JointTable({ plan, first }: { plan: Schemas['SetoutPlan']; first: number | null }) {
  const { display, length, level, whole } = useUnits();
  const L = (v: number | null | undefined) => (v === null || v === undefined ? '' : level.fixed(v));
  const W = (v: number | null | undefined) => (v === null || v === undefined ? '' : whole.fixed(Math.abs(v) * display.small.factor < 0.005 ? 0 : v));
  const pipes = new Map(plan.pipes.map((pipe) => [pipe.joint, pipe]));
  const dig = plan.dig_levels_m;
  return (
    <Box tabIndex={0} sx={{ overflowX: 'auto' }}>
      <Box component="table" aria-label="Joints as planned" sx={table}>
        <thead>
          <tr>
            <th>Joint</th>
            <th>Pipe</th>
            <th>Length {length.symbol}</th>
            <th>Station {length.symbol}</th>
            <th>Easting</th>
            <th>Northing</th>
            <th>Level</th>
            <th>Dig to</th>
            <th>Turn right °</th>
            <th>Turn up °</th>
            <th>Far end right {whole.symbol}</th>
            <th>up {whole.symbol}</th>
            <th>Off line {whole.symbol}</th>
          </tr>
        </thead>
        <tbody className="num">
          {plan.joints.slice(0, MOST).map((joint, k) => {
            const pipe = pipes.get(k);
            const turns = joint.kind === 'joint';
            return (
              <tr key={k}>
                <td>{turns ? (first === null ? joint.number : first + joint.number) : joint.kind}</td>
                <td>{pipe ? `${pipe.number}${pipe.cut ? ' cut' : ''}` : ''}</td>
                <td>{pipe ? (pipe.cut ? level.fixed(pipe.length_m) : length.plain(pipe.length_m)) : ''}</td>
                <td>{length.fixed(joint.station_m)}</td>
                <td>{L(joint.easting_m)}</td>
                <td>{L(joint.northing_m)}</td>
                <td>{L(joint.level_m)}</td>
                <td>{dig[k] === undefined || dig[k] === null ? '' : length.fixed(dig[k])}</td>
                <td>{turns ? f(joint.deflection_h_deg, 2) : ''}</td>
                <td>{turns ? f(joint.deflection_v_deg, 2) : ''}</td>
                <td>{W(joint.far_end_h_mm)}</td>
                <td>{W(joint.far_end_v_mm)}</td>
                <td>{W(joint.offset_mm)}</td>
              </tr>
            );
          })}
        </tbody>
      </Box>
      <Typography variant="body2" color="text.secondary" sx={{ mt: 1 }}>
        Right and up are plus. Dig to: [{plan.dig_source}]. Push each pipe home straight, then turn it.
        {plan.joints.length > MOST ? ` The first ${MOST} of ${plan.joints.length}; all are in the files.` : ''}
      </Typography>
    </Box>
  );
}

/** Laid less planned, joint by joint. */
export function LaidTable({ laid }: { laid: Schemas['LaidJoint'][] }) {
  const { whole } = useUnits();
  const W = (v: number | null | undefined) => (v === null || v === undefined ? '' : whole.fixed(v));
  const rows = laid.filter((row) => row.laid !== null);
  if (rows.length === 0) return <Typography>No joint of this plan is laid yet. As they are made on the bench, laid less planned stands here.</Typography>;
  return (
    <Box tabIndex={0} sx={{ overflowX: 'auto' }}>
      <Box component="table" aria-label="Laid against planned" sx={table}>
        <thead>
          <tr>
            <th>Joint</th>
            <th>State</th>
            <th>Planned °</th>
            <th>Laid °</th>
            <th>Difference °</th>
            <th>Far end right {whole.symbol}</th>
            <th>up {whole.symbol}</th>
            <th>beyond {whole.symbol}</th>
          </tr>
        </thead>
        <tbody className="num">
          {rows.map((row) => (
            <tr key={row.joint}>
              <td>
                <Box component={RouterLink} to={`/bench/${row.joint}`} sx={{ color: 'text.primary', fontWeight: 700, py: 1 }}>
                  {row.joint}
                </Box>
              </td>
              <td>{STATES[row.state].words}</td>
              <td>{f(Math.hypot(row.planned.h_deg, row.planned.v_deg), 2)}</td>
              <td>{f(row.laid?.deflection_deg, 2)}</td>
              <td>{f(row.laid?.deflection_off_deg, 2)}</td>
              <td>{W(row.laid?.right_mm)}</td>
              <td>{W(row.laid?.up_mm)}</td>
              <td>{W(row.laid?.along_mm)}</td>
            </tr>
          ))}
        </tbody>
      </Box>
    </Box>
  );
}

/** Pipes and bends to order, and what to cut. */
export function Quantities({ plan }: { plan: Schemas['SetoutPlan'] }) {
  const { length, level } = useUnits();
  return (
    <Box sx={{ display: 'grid', gridTemplateColumns: { xs: 'minmax(0,1fr)', md: '1fr 1fr' }, gap: 3 }}>
      <Box component="table" aria-label="Quantities" sx={table}>
        <thead>
          <tr>
            <th>Part</th>
            <th>Whole</th>
            <th>To cut from</th>
          </tr>
        </thead>
        <tbody className="num">
          {plan.quantities.pipes.map((p) => (
            <tr key={p.length_m}>
              <td>
                pipe {length.plain(p.length_m)} {length.symbol}
              </td>
              <td>{p.whole}</td>
              <td>{p.to_cut}</td>
            </tr>
          ))}
          {plan.quantities.bends.map((b) => (
            <tr key={b.deg}>
              <td>bend {b.deg}°</td>
              <td>{b.count}</td>
              <td />
            </tr>
          ))}
          <tr>
            <td>joints</td>
            <td>{plan.quantities.joints}</td>
            <td />
          </tr>
        </tbody>
      </Box>
      {plan.cut_list.length === 0 ? (
        <Typography>Nothing is cut.</Typography>
      ) : (
        <Box component="table" aria-label="Cut list" sx={table}>
          <thead>
            <tr>
              <th>Pipe</th>
              <th>Cut to {length.symbol}</th>
              <th>From {length.symbol}</th>
              <th>Left {length.symbol}</th>
            </tr>
          </thead>
          <tbody className="num">
            {plan.cut_list.map((c) => (
              <tr key={c.pipe}>
                <td>{c.pipe}</td>
                <td>{level.fixed(c.length_m)}</td>
                <td>{length.plain(c.from_m)}</td>
                <td>{level.fixed(c.left_m)}</td>
              </tr>
            ))}
          </tbody>
        </Box>
      )}
    </Box>
  );
}
