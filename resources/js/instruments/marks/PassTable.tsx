import { Box, Typography } from '@mui/material';
import type { Schemas } from '../../api/client';
import { useUnits } from '../../app/useUnits';
import { SeverityMark } from '../severity/SeverityMark';

export type Passes = Schemas['ScraperRow'];

/** How often the scraper may go round each end, and the gap each pass leaves. */
export function PassTable({ rows }: { rows: Passes[] }) {
  const { small } = useUnits();
  return (
    <Box
      component="table"
      aria-label="Scraper passes"
      sx={{ borderCollapse: 'collapse', '& td, & th': { px: 1.5, py: 0.75, textAlign: 'left', borderBottom: '1px solid', borderColor: 'divider' } }}
    >
      <thead>
        <tr>
          <th>end</th>
          <th>passes needed</th>
          <th>at most</th>
          <th>gap after each</th>
          <th />
        </tr>
      </thead>
      <tbody>
        {rows.map((row) => (
          <tr key={row.end}>
            <td>{row.end}</td>
            <td className="num">{row.passes_needed}</td>
            <td className="num">
              <b>{row.max_passes}</b>
            </td>
            <td className="num">{row.gap_after_mm.length === 0 ? '–' : `${row.gap_after_mm.slice(0, 5).map(small.fixed).join(' · ')} ${small.symbol}`}</td>
            <td>
              <SeverityMark severity={row.feasible ? 'go' : 'mend'} size={22} />
            </td>
          </tr>
        ))}
      </tbody>
      <caption style={{ captionSide: 'bottom', textAlign: 'left' }}>
        <Typography variant="body2" color="text.secondary">
          From bore, mean diameter and one ribbon&rsquo;s thickness; the gap counts on the short axis.
        </Typography>
      </caption>
    </Box>
  );
}
