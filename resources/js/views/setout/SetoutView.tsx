import { useState } from 'react';
import { Link as RouterLink } from 'react-router';
import { Alert, Box, Button, CircularProgress, Paper, Stack, Tab, Tabs, Typography } from '@mui/material';
import type { Schemas } from '../../api/client';
import { useWork } from '../../app/session';
import { useUnits } from '../../app/useUnits';
import { apart } from '../../app/numbers';
import { isLost } from '../../app/isLost';
import { BandStrip } from '../../instruments/setout/BandStrip';
import { PlanPicture } from '../../instruments/setout/PlanPicture';
import { AlignmentForm } from './AlignmentForm';
import { PlanForm } from './PlanForm';
import { JointTable, LaidTable, Quantities } from './PlanTables';
import { useSetout } from './useSetout';

/** From the drawing to joints on the line: alignment, plan, and what is laid of it. */
export function SetoutView() {
  const { main } = useWork();
  const { length } = useUnits();
  const { query, bring, plan, adopt } = useSetout(main.id);
  const [tab, setTab] = useState(0);
  if (isLost(query)) return <Alert severity="error">{query.error?.message}</Alert>;
  if (!query.data) return <CircularProgress aria-label="Loading the set-out" />;
  const setout = query.data;
  const begun = setout.laid.filter((row) => row.laid !== null);
  const rest = begun[begun.length - 1]?.joint ?? null;
  const made = setout.plan;
  const first =
    made === null
      ? null
      : made.request.after_number !== null
        ? made.request.after_number + 1
        : main.joint_from !== null && made.adopted
          ? main.joint_from - 1
          : null;

  return (
    <Stack spacing={2.5}>
      <Stack direction="row" sx={{ justifyContent: 'space-between', alignItems: 'flex-start', gap: 2, flexWrap: 'wrap' }}>
        <Box>
          <Typography variant="h1">Set out {setout.main.name}</Typography>
          <Typography color="text.secondary">
            {setout.main.pipe}
            {setout.system ? ` · ${setout.system.title}` : ''}
            {setout.alignment ? ` · alignment ${length.fixed(setout.alignment.length_m)} ${length.symbol} from ${setout.alignment.file}` : ''}
          </Typography>
        </Box>
        <Button component={RouterLink} to="/setout/new" variant="outlined">
          New main
        </Button>
      </Stack>
      {setout.string && <FusedString string={setout.string} />}
      {setout.alignment === null ? (
        <AlignmentForm bring={bring} again={false} />
      ) : (
        <>
          {made && <PlanResult plan={made} adopt={adopt} jobs={begun.length} />}
          <PlanPicture setout={setout} laid={made?.request.after_joint === null && made.adopted ? begun.length + 1 : 0} />
          {made && <BandStrip plan={made} />}
          {made && (
            <Paper sx={{ p: 2 }}>
              <Tabs value={tab} onChange={(_, next: number) => setTab(next)} aria-label="Parts of the plan" variant="scrollable">
                {['For the crew', `Laid against planned (${begun.length})`, 'Quantities and cut list', 'Files'].map((label) => (
                  <Tab key={label} label={label} sx={{ minHeight: 52, fontSize: '1rem' }} />
                ))}
              </Tabs>
              <Box sx={{ pt: 2 }}>
                {tab === 0 && <JointTable plan={made} first={first} />}
                {tab === 1 && <LaidTable laid={setout.laid} />}
                {tab === 2 && <Quantities plan={made} />}
                {tab === 3 && (
                  <Stack direction="row" sx={{ flexWrap: 'wrap', gap: 1.5 }}>
                    {[
                      ['pdf', "Crew's sheet (PDF)"],
                      ['csv', 'CSV'],
                      ['geojson', 'GeoJSON'],
                      ['landxml', 'LandXML 1.2'],
                    ].map(([format, label]) => (
                      <Button key={format} component="a" href={`/api/v1/plans/${made.id}/export/${format}`} variant="outlined" sx={{ minHeight: 56 }}>
                        {label}
                      </Button>
                    ))}
                  </Stack>
                )}
              </Box>
            </Paper>
          )}
          {setout.system ? <PlanForm key={`${main.id}${made?.id ?? ''}`} setout={setout} plan={plan} rest={rest} /> : null}
          {begun.length === 0 && <AlignmentForm bring={bring} again />}
        </>
      )}
      <Typography variant="body2" color="text.secondary">
        Makers&rsquo; instructions, the owner&rsquo;s specification and local code govern over every figure here. Levels are inverts. Services are located
        before anybody digs; nobody enters the trench before the competent person has passed it today.
      </Typography>
    </Stack>
  );
}

function PlanResult({ plan, adopt, jobs }: { plan: Schemas['SetoutPlan']; adopt: ReturnType<typeof useSetout>['adopt']; jobs: number }) {
  const { whole } = useUnits();
  const [off, band] = whole.pair(plan.greatest_offset_mm, plan.limits.band_mm);
  const [turn, share] = apart(plan.greatest_deflection_deg, plan.limits.joint_deg, 2);
  return (
    <Paper
      component="section"
      aria-label="The plan"
      sx={{ p: 2.5, borderLeft: '8px solid', borderLeftColor: plan.obstacles.length > 0 || !plan.complete ? 'mend' : plan.adopted ? 'pipe' : 'hand' }}
    >
      <Stack direction={{ xs: 'column', sm: 'row' }} spacing={2} sx={{ justifyContent: 'space-between', alignItems: { sm: 'center' } }}>
        <Box>
          <Typography variant="h2">
            <span className="num">{plan.count}</span> pipes{plan.request.after_number !== null ? ` after joint ${plan.request.after_number}` : ''}; no plan can
            have fewer than <span className="num">{plan.lower_bound}</span>
          </Typography>
          <Typography>
            Greatest deflection <b className="num">{turn}°</b> of {share}° ({Math.round(plan.limits.share * 100)} % of {plan.limits.allowed_deg}°) · furthest
            off <b className="num">{off}</b> of {band} {whole.symbol} ·{' '}
            {plan.cut_list.length === 0 ? 'nothing cut' : plan.cut_list.length === 1 ? 'one cut piece' : `${plan.cut_list.length} cut pieces`}
          </Typography>
          {!plan.of_this_alignment && <Typography sx={{ color: 'mend', fontWeight: 640 }}>Made for an earlier alignment: plan again.</Typography>}
        </Box>
        {plan.adopted ? (
          <Button component={RouterLink} to="/line" variant="contained" sx={{ minHeight: 60, px: 4, flex: 'none' }}>
            On the line: go there
          </Button>
        ) : (
          <Button
            variant="contained"
            color="secondary"
            disabled={adopt.isPending || plan.count === 0 || !plan.of_this_alignment}
            onClick={() => adopt.mutate(plan.id)}
            sx={{ minHeight: 60, px: 4, flex: 'none' }}
          >
            {jobs > 0 ? 'Take the rest onto the line' : 'Take it onto the line'}
          </Button>
        )}
      </Stack>
      {plan.obstacles.map((obstacle) => (
        <Alert key={obstacle.said} severity="warning" sx={{ mt: 1.5 }}>
          {obstacle.said}
        </Alert>
      ))}
      {plan.said !== '' && !plan.obstacles.some((o) => o.said === plan.said) && (
        <Alert severity={plan.obstacles.length > 0 ? 'info' : 'warning'} sx={{ mt: 1.5 }}>
          {plan.said}
        </Alert>
      )}
      {adopt.error && (
        <Alert severity="error" sx={{ mt: 1.5 }}>
          {adopt.error.message}
        </Alert>
      )}
    </Paper>
  );
}

function FusedString({ string }: { string: NonNullable<Schemas['Setout']['string']> }) {
  const { metre } = useUnits();
  return (
    <Alert severity={string.complete ? 'success' : 'warning'}>
      A fused string bends to no less than{' '}
      <b className="num">
        {metre.fixed(string.least_radius_m)} {metre.symbol}
      </b>{' '}
      [{string.source}].{string.complete ? ' Every curve of this alignment is wide enough.' : ''}
      {string.places.map((place) => (
        <Typography key={place.said} variant="body2">
          {place.said}
        </Typography>
      ))}
    </Alert>
  );
}
