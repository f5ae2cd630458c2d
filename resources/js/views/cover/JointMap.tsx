import { Alert, Box, Button, CircularProgress, Paper, Typography } from '@mui/material';
import { useQuery } from '@tanstack/react-query';
import { jointMapQuery } from '../../api/queries';
import { useWork } from '../../app/session';
import { tableSx } from '../../app/tableSx';
import { useUnits } from '../../app/useUnits';
import { isLost } from '../../app/isLost';
import { STATES } from '../../instruments/line/states';

/** Every joint, where it lies and what covers it: a dig-up in twenty years starts here. */
export function JointMap() {
  const { main } = useWork();
  const { length } = useUnits();
  const map = useQuery(jointMapQuery(main.id));
  if (isLost(map)) return <Alert severity="error">{map.error?.message}</Alert>;
  if (!map.data) return <CircularProgress aria-label="Loading the joint map" />;
  const say = (value: number | null) => (value === null ? '–' : length.plain(value));
  return (
    <Paper sx={{ p: { xs: 1.5, sm: 2.5 } }}>
      <Typography variant="h2">Joint map of {main.name}</Typography>
      <Box sx={{ overflow: 'auto', maxHeight: 420, mt: 1 }} tabIndex={0} role="region" aria-label="Joints with what covers them">
        <Box component="table" aria-label="Joint map" sx={{ ...tableSx, whiteSpace: 'nowrap' }}>
          <thead>
            <tr>
              <th>Joint</th>
              <th>Station, {length.symbol}</th>
              <th>Pipes</th>
              <th>Method</th>
              <th>State</th>
              <th>Depth, {length.symbol}</th>
              <th>Covered by</th>
              <th>East · north · level, m</th>
            </tr>
          </thead>
          <tbody>
            {map.data.joints.map((j) => (
              <tr key={j.label}>
                <td className="num">
                  <b>{j.label}</b>
                </td>
                <td className="num">{length.plain(j.station_m)}</td>
                <td className="num">
                  {j.pipe_a} · {j.pipe_b}
                </td>
                <td>{j.method}</td>
                <td>{STATES[j.state as keyof typeof STATES].words}</td>
                <td className="num">{say(j.depth_m)}</td>
                <td>{j.stretch === null ? 'nothing yet' : `${j.stretch}: ${j.covered}`}</td>
                <td className="num">
                  {j.easting_m === null ? 'not set out' : `${j.easting_m.toFixed(2)} · ${(j.northing_m ?? 0).toFixed(2)} · ${(j.level_m ?? 0).toFixed(2)}`}
                </td>
              </tr>
            ))}
          </tbody>
        </Box>
      </Box>
      <Button component="a" href={`/api/v1/mains/${main.id}/joint-map.csv`}>
        As CSV
      </Button>
    </Paper>
  );
}
