import { useState } from 'react';
import { Box, Button, Stack, Table, TableBody, TableCell, TableHead, TableRow, Typography } from '@mui/material';
import type { Schemas } from '../../api/client';
import { ProfileChart } from '../../instruments/profile/ProfileChart';
import { energy, minutes, number, said, volume } from './shown';

type Plan = Schemas['TestPlan'];
type Display = Schemas['TestDisplay'];
type Site = Schemas['TestSite'];

/** Pressures to set, the section they are set on, and the phases with what to do in each. */
export function PlanDetails({ plan, display, facts }: { plan: Plan; display: Display; facts?: Schemas['SectionFacts'] }) {
  const p = display.pressure;
  const site = Array.isArray(plan.site) ? null : plan.site;
  const points = facts?.profile.map(([station, level]) => ({ station: station ?? 0, level: level ?? 0 })) ?? [];
  return (
    <Stack spacing={2} sx={{ my: 1.5 }}>
      <Box sx={{ display: 'grid', gridTemplateColumns: { xs: 'repeat(2, minmax(0,1fr))', md: 'repeat(4, minmax(0,1fr))' }, gap: 2 }}>
        <Figure
          name="set at the gauge"
          value={said(plan.gauge_kpa, p)}
          note={plan.window.feasible ? `${number(plan.window.min_kpa, p)} to ${said(plan.window.max_kpa, p)} allowed` : 'no reading does both'}
          strong
        />
        <Figure name="judged from" value={said(plan.judged_kpa, p)} note={`for ${minutes(plan.phases.find((phase) => phase.judged)?.minutes ?? 0)}`} />
        <Figure name="at the low point" value={said(plan.low_kpa, p)} />
        <Figure name="at the high point" value={said(plan.high_kpa, p)} />
      </Box>
      {points.length > 1 && facts && plan.medium === 'water' && (
        <ProfileChart
          points={points}
          vents={site?.fill?.vents.map((v) => ({ station: v.station_m, level: v.level_m })) ?? []}
          fill={site?.fill ? { station: site.fill.fill_at.station_m, level: site.fill.fill_at.level_m } : null}
          gauge={{ level: facts.gauge_level_m }}
          lowSaid={said(plan.low_kpa, p)}
          highSaid={said(plan.high_kpa, p)}
          gaugeSaid={number(plan.gauge_kpa, p)}
          splits={plan.window.splits_m}
          length={(m) => said(m, { ...display.length, decimals: 1 })}
        />
      )}
      {plan.window.said !== '' && <Typography sx={plan.window.feasible ? {} : { fontWeight: 640, color: 'stop' }}>{plan.window.said}</Typography>}
      <Phases plan={plan} display={p} />
      <Typography>
        <b>Make-up.</b> {plan.make_up.said}
      </Typography>
      {plan.figures.length > 0 && <Arithmetic figures={plan.figures} label="Arithmetic of the plan" />}
      <Limits limits={plan.limits} />
      {site && <Around site={site} display={display} medium={plan.medium} />}
      {plan.notes.map((note) => (
        <Typography key={note} variant="body2" color="text.secondary">
          {note}
        </Typography>
      ))}
      <Typography variant="body2" color="text.secondary">
        Makers’ instructions, the owner’s specification and local code govern over every figure here.
      </Typography>
    </Stack>
  );
}

/** What the test works by: what the job changed is always in sight, the rest on a press. */
function Limits({ limits }: { limits: Schemas['TestLimit'][] }) {
  const [all, setAll] = useState(false);
  const shown = limits.filter((limit) => all || limit.changed_by !== '');
  if (limits.length === 0) return null;
  return (
    <Box>
      <Button variant="outlined" aria-expanded={all} onClick={() => setAll(!all)}>
        {all ? 'Fold up: ' : ''}Limits of this test ({limits.length})
      </Button>
      {shown.length > 0 && (
        <Table size="small" aria-label="Limits of this test" sx={{ mt: 1 }}>
          <TableBody>
            {shown.map((limit) => (
              <TableRow key={limit.id}>
                <TableCell>
                  {limit.title}
                  <Typography variant="body2" color="text.secondary">
                    {limit.changed_by === '' ? `[${limit.source}]` : `Changed by ${limit.changed_by}: “${limit.reason}”`}
                  </Typography>
                </TableCell>
                <TableCell className="num" sx={{ fontWeight: 700, textAlign: 'right', whiteSpace: 'nowrap' }}>
                  {limit.said}
                </TableCell>
              </TableRow>
            ))}
          </TableBody>
        </Table>
      )}
    </Box>
  );
}

function Figure({ name, value, note, strong = false }: { name: string; value: string; note?: string; strong?: boolean }) {
  return (
    <Box>
      <Typography variant="body2" color="text.secondary">
        {name}
      </Typography>
      <Typography className="num" sx={{ fontSize: strong ? '1.6rem' : '1.25rem', fontWeight: 700, lineHeight: 1.25, ...(strong ? { color: 'hand' } : {}) }}>
        {value}
      </Typography>
      {note && (
        <Typography variant="body2" color="text.secondary">
          {note}
        </Typography>
      )}
    </Box>
  );
}

function Phases({ plan, display }: { plan: Plan; display: Schemas['Display'] }) {
  return (
    <Box sx={{ overflowX: 'auto' }} tabIndex={0}>
      <Table size="small" aria-label="Phases">
        <TableHead>
          <TableRow>
            <TableCell>Phase</TableCell>
            <TableCell align="right">Time</TableCell>
            <TableCell align="right">{display.symbol}</TableCell>
            <TableCell>Do</TableCell>
          </TableRow>
        </TableHead>
        <TableBody>
          {plan.phases.map((phase) => (
            <TableRow key={phase.id} sx={phase.judged ? { '& td': { fontWeight: 640 } } : {}}>
              <TableCell>
                {phase.title}
                {phase.judged ? ' · judged' : ''}
              </TableCell>
              <TableCell align="right" className="num" sx={{ whiteSpace: 'nowrap' }}>
                {minutes(phase.minutes)}
                {phase.extend_min > 0 ? ` (to ${minutes(phase.extend_min)})` : ''}
              </TableCell>
              <TableCell align="right" className="num" sx={{ whiteSpace: 'nowrap' }}>
                {phase.fall_kpa > 0
                  ? `−${number(phase.fall_kpa, display)}`
                  : phase.control === 'open'
                    ? '0'
                    : phase.control === 'raise' || phase.control === 'lower'
                      ? `to ${number(phase.target_kpa, display)}`
                      : `${number(phase.low_kpa, display)}–${number(phase.high_kpa, display)}`}
              </TableCell>
              <TableCell sx={{ minWidth: 220 }}>{phase.do}</TableCell>
            </TableRow>
          ))}
        </TableBody>
      </Table>
    </Box>
  );
}

/** Each figure with its formula and with the values in it. */
export function Arithmetic({ figures, label }: { figures: Schemas['Figure'][]; label: string }) {
  return (
    <Box sx={{ overflowX: 'auto' }} tabIndex={0}>
      <Table size="small" aria-label={label}>
        <TableBody>
          {figures.map((row) => (
            <TableRow
              key={row.title}
              sx={{
                '& td': { display: { xs: 'block', sm: 'table-cell' }, px: { xs: 0, sm: 2 }, textAlign: { xs: 'left' }, borderBottomWidth: { xs: 0, sm: 1 } },
              }}
            >
              <TableCell sx={{ fontWeight: 640, width: { sm: '26%' }, pb: { xs: 0, sm: 0.75 } }}>{row.title}</TableCell>
              <TableCell sx={{ py: { xs: 0.25, sm: 0.75 } }}>
                {row.formula}
                {row.working && (
                  <Typography className="num" variant="body2" color="text.secondary">
                    {row.working}
                  </Typography>
                )}
              </TableCell>
              <TableCell className="num" sx={{ fontWeight: 700, pt: { xs: 0, sm: 0.75 }, '&&': { textAlign: { sm: 'right' } } }}>
                {row.value}
              </TableCell>
            </TableRow>
          ))}
        </TableBody>
      </Table>
    </Box>
  );
}

/** Everything to be made ready around the test. */
function Around({ site, display, medium }: { site: Site; display: Display; medium: string }) {
  const rows: [string, string, string][] = [];
  const { fill, energy: e, movement: m, instruments, dispose, thrusts } = site;
  if (fill) {
    const from = said(fill.fill_at.station_m, display.length);
    const vents = fill.vents.map((v) => said(v.station_m, display.length)).join(', ');
    rows.push([
      'Fill',
      [
        `${volume(1000 * fill.volume_m3, display.volume)} from station ${from}, no faster than ${volume(fill.rate_l_s, display.volume)} a second:`,
        `${minutes(fill.time_min)}. Raising takes about ${volume(fill.raise_l, display.volume)} more. Vents at ${vents}. ${fill.pig_said}`,
      ].join(' '),
      fill.source,
    ]);
  }
  if (thrusts && thrusts.length > 0) {
    rows.push([
      'Thrust',
      thrusts
        .map(
          (t) =>
            `${t.kind}${t.angle_deg > 0 ? ` ${t.angle_deg}°` : ''} at ${said(t.station_m, display.length)}: ${Number(t.kn.toPrecision(3))} kN, held ${t.held}`,
        )
        .join('. '),
      `statics: ${[...new Set(thrusts.map((t) => t.formula))].join(', ')}`,
    ]);
  }
  if (m) {
    const away = m.pressure_mm < 0 ? 'shortens' : 'lengthens';
    const tenth = { ...display.small, decimals: 1 };
    rows.push([
      'Free ends',
      `Under pressure it ${away} by ${said(Math.abs(m.pressure_mm), tenth)}; ${m.warming_k} K warmer it grows by ${said(m.warming_mm, tenth)}. ${m.said}`,
      m.source,
    ]);
  }
  if (e) {
    const [inWater, inAir] = [energy(e.water_kj), energy(e.air_kj)];
    const held =
      medium === 'water'
        ? `${inWater} in the water; the same section full of air would hold ${inAir}`
        : `${inAir} in the air; full of water it would hold ${inWater}`;
    const away = e.exclusion_m === null ? '' : `Keep ${said(e.exclusion_m, { ...display.length, decimals: 0 })} away. `;
    rows.push(['Energy', `${held}. ${away}${e.basis}`, e.source]);
  }
  if (instruments) rows.push(['Instruments', instruments.said, instruments.source]);
  if (dispose) rows.push(['Afterwards', dispose.said, dispose.source]);
  return (
    <Stack component="dl" sx={{ m: 0 }} aria-label="Around the test">
      {rows.map(([name, text, source]) => (
        <Box
          key={name}
          sx={{
            display: 'grid',
            gridTemplateColumns: { xs: 'minmax(0,1fr)', sm: '130px minmax(0,1fr)' },
            columnGap: 2,
            py: 1,
            borderTop: 1,
            borderColor: 'divider',
          }}
        >
          <Typography component="dt" sx={{ fontWeight: 640 }}>
            {name}
          </Typography>
          <Typography component="dd" sx={{ m: 0 }}>
            {text}{' '}
            <Typography component="span" variant="body2" color="text.secondary">
              [{source}]
            </Typography>
          </Typography>
        </Box>
      ))}
    </Stack>
  );
}
