import { Box, Stack, Table, TableBody, TableCell, TableHead, TableRow, Typography } from '@mui/material';
import type { Schemas } from '../../api/client';

const bar = (kpa: number) => (kpa / 100).toFixed(2);

/** Pressures at gauge, low and high point, and the phases with what to do in each. */
export function PlanTable({ plan, section }: { plan: Schemas['TestPlan']; section?: Schemas['SectionTests']['section'] }) {
  const figures: [string, string, string][] = [
    ['at the gauge, expansion', `${bar(plan.gauge_expansion_kpa)} bar`, section ? `gauge at ${section.gauge_level_m} m` : ''],
    ['at the gauge, test hour', `${bar(plan.gauge_test_kpa)} bar`, '69 kPa (10 psi) lower'],
    ['at the low point', `${bar(plan.test_pressure_low_kpa)} bar`, section ? `${section.low_level_m} m; 1.5 × ${bar(section.design_pressure_kpa)} bar` : ''],
    ['at the high point', `${bar(plan.high_test_kpa)}–${bar(plan.high_expansion_kpa)} bar`, section ? `${section.high_level_m} m` : ''],
  ];
  return (
    <Stack spacing={1.5} sx={{ my: 1.5 }}>
      <Box sx={{ display: 'grid', gridTemplateColumns: { xs: 'repeat(2, minmax(0,1fr))', md: 'repeat(4, minmax(0,1fr))' }, gap: 2 }}>
        {figures.map(([name, value, note]) => (
          <Box key={name}>
            <Typography variant="body2" color="text.secondary">
              {name}
            </Typography>
            <Typography className="num" sx={{ fontSize: '1.25rem', fontWeight: 700 }}>
              {value}
            </Typography>
            <Typography variant="caption" color="text.secondary">
              {note}
            </Typography>
          </Box>
        ))}
      </Box>
      <Box sx={{ overflowX: 'auto' }}>
        <Table size="small">
          <TableHead>
            <TableRow>
              <TableCell>Phase</TableCell>
              <TableCell align="right">min</TableCell>
              <TableCell align="right">bar</TableCell>
              <TableCell>Do</TableCell>
            </TableRow>
          </TableHead>
          <TableBody>
            {plan.phases.map((phase) => (
              <TableRow key={phase.id}>
                <TableCell sx={{ fontWeight: 640 }}>{phase.title}</TableCell>
                <TableCell align="right" className="num">
                  {phase.minutes}
                </TableCell>
                <TableCell align="right" className="num" sx={{ whiteSpace: 'nowrap' }}>
                  {phase.id === 'raise' ? `to ${bar(phase.target_kpa)}` : phase.id === 'reduce' ? `to ${bar(phase.target_kpa)}` : `${bar(phase.low_kpa)}–${bar(phase.high_kpa)}`}
                </TableCell>
                <TableCell>{phase.do}</TableCell>
              </TableRow>
            ))}
          </TableBody>
        </Table>
      </Box>
      <Typography>
        <b>Make-up water.</b> {plan.make_up}
      </Typography>
      {plan.notes.map((note) => (
        <Typography key={note} variant="body2" color="text.secondary">
          {note}
        </Typography>
      ))}
    </Stack>
  );
}
