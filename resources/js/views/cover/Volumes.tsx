import { Box, Paper, Typography } from '@mui/material';
import type { Schemas } from '../../api/client';
import { measure } from '../../app/numbers';
import { tableSx } from '../../app/tableSx';

const ROWS = [
  ['excavation_m3', 'Dug'],
  ['bedding_m3', 'Bedding'],
  ['surround_m3', 'Surround of the pipe'],
  ['backfill_m3', 'Backfill above it'],
  ['spoil_m3', 'Left over, in place'],
  ['spoil_loose_m3', 'To take away, loose'],
] as const;

/** Volumes of a stretch: as planned, and as it is dug. */
export function Volumes({ stretch, page }: { stretch: Schemas['CoverStretch']; page: Schemas['CoverPage'] }) {
  const unit = measure(page.volume_display);
  const { planned, quantities } = stretch;
  if (!planned && !quantities) return null;
  const say = (of: typeof planned, key: (typeof ROWS)[number][0]) => (of ? unit.plain(of[key]) : '–');
  return (
    <Paper sx={{ p: { xs: 1.5, sm: 2.5 } }}>
      <Typography variant="h2">Volumes, {unit.symbol}</Typography>
      <Box component="table" aria-label="Volumes" sx={{ ...tableSx, minWidth: 0, mt: 1, '& .num': { textAlign: 'right' } }}>
        <thead>
          <tr>
            <th />
            <th className="num">planned</th>
            <th className="num">as dug</th>
          </tr>
        </thead>
        <tbody>
          {ROWS.map(([key, title]) => (
            <tr key={key}>
              <td>{title}</td>
              <td className="num">{say(planned, key)}</td>
              <td className="num">
                <b>{say(quantities, key)}</b>
              </td>
            </tr>
          ))}
          <tr>
            <td>Trucks of {unit.plain(page.truck_m3)}</td>
            <td className="num">{planned?.trucks ?? '–'}</td>
            <td className="num">
              <b>{quantities?.trucks ?? '–'}</b>
            </td>
          </tr>
        </tbody>
      </Box>
      <Typography variant="body2" color="text.secondary" sx={{ mt: 1 }}>
        [{page.volumes_source}; dug soil grows by {page.bulking_percent} %, common practice]
      </Typography>
    </Paper>
  );
}
