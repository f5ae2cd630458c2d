import { useState } from 'react';
import { useNavigate, useParams } from 'react-router';
import { Alert, Box, Button, CircularProgress, Paper, Stack, Typography } from '@mui/material';
import { useQuery } from '@tanstack/react-query';
import type { Schemas } from '../../api/client';
import { coverQuery, workQuery } from '../../api/queries';
import { useWork } from '../../app/session';
import { isLost } from '../../app/isLost';
import { WorkBench } from '../bench/WorkBench';
import { Band } from './Band';
import { JointMap } from './JointMap';
import { NewStretch } from './NewStretch';
import { Volumes } from './Volumes';

/** How the main is covered: its stretches as a band under the line, and the work on one of them. */
export function CoverView() {
  const { main, person } = useWork();
  const { work } = useParams();
  const navigate = useNavigate();
  const page = useQuery(coverQuery(main.id));
  const [adding, setAdding] = useState(false);
  const [mapping, setMapping] = useState(false);
  if (isLost(page)) return <Alert severity="error">{page.error?.message}</Alert>;
  if (!page.data) return <CircularProgress aria-label="Loading the cover" />;
  const { stretches } = page.data;
  const chosen = stretches.find((s) => s.id === work) ?? stretches.find((s) => s.id === page.data.next) ?? stretches[0];
  const mayAdd = person.may.includes('stretch.read');
  const isNew = mayAdd && (adding || stretches.length === 0);
  return (
    <Stack spacing={2}>
      <Paper sx={{ px: { xs: 1.5, sm: 2 }, py: 1 }}>
        <Band page={page.data} chosen={chosen?.id ?? null} onChoose={(id) => (setAdding(false), void navigate(`/cover/${id}`))}>
          {mayAdd && stretches.length > 0 && (
            <Button variant="outlined" onClick={() => setAdding(!adding)}>
              {adding ? 'Not now' : 'Another stretch'}
            </Button>
          )}
          <Button onClick={() => setMapping(!mapping)}>{mapping ? 'Close the joint map' : 'Joint map'}</Button>
        </Band>
      </Paper>
      {mapping && <JointMap />}
      {stretches.length === 0 && !mayAdd && <Typography>Nothing of this main is dug yet.</Typography>}
      {isNew && <NewStretch page={page.data} onOpened={(id) => (setAdding(false), void navigate(`/cover/${id}`))} />}
      {!isNew && chosen && (
        <>
          <StretchBench key={chosen.id} id={chosen.id} stretch={chosen} />
          <Volumes stretch={chosen} page={page.data} />
        </>
      )}
    </Stack>
  );
}

function StretchBench({ id, stretch }: { id: string; stretch: Schemas['CoverStretch'] }) {
  const { person } = useWork();
  const bench = useQuery(workQuery(id));
  if (isLost(bench)) return <Alert severity="error">{bench.error?.message}</Alert>;
  if (!bench.data) return <CircularProgress aria-label="Loading the stretch" />;
  return (
    <Box>
      <WorkBench
        bench={bench.data}
        queryKey={workQuery(id).queryKey}
        name={stretch.title}
        mayEnter={person.may.includes('stretch.read')}
        last={
          <Typography sx={{ flex: 1, alignSelf: 'center', fontWeight: 640 }}>
            {bench.data.verdict.complete ? 'This stretch is covered.' : 'Evidence still missing'}
          </Typography>
        }
        below={null}
      />
    </Box>
  );
}
