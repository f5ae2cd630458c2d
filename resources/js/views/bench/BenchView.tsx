import { useMemo } from 'react';
import { useNavigate } from 'react-router';
import { Alert, Button, CircularProgress, Stack, Typography } from '@mui/material';
import { useQuery } from '@tanstack/react-query';
import type { Schemas } from '../../api/client';
import { benchQuery } from '../../api/queries';
import { PaperLink } from '../../app/Paper';
import { useSelection } from '../../app/selection';
import { useWork } from '../../app/session';
import { isLost } from '../../app/isLost';
import { WorkBench } from './WorkBench';

/** The work on the selected joint, one step at a time. */
export function BenchView() {
  const { joint } = useSelection();
  const bench = useQuery({ ...benchQuery(joint?.id ?? ''), enabled: joint !== null });
  if (isLost(bench)) return <Alert severity="error">{bench.error?.message}</Alert>;
  if (joint === null) return <Typography>This main has no joints yet. Set it out first: the plan makes the joints.</Typography>;
  if (!bench.data) return <CircularProgress aria-label="Loading the bench" />;
  return <JointBench bench={bench.data} />;
}

function JointBench({ bench }: { bench: Schemas['Bench'] }) {
  const { person } = useWork();
  const { next, selected } = useSelection();
  const navigate = useNavigate();
  const { complete } = bench.verdict;
  const { subject_id: id } = bench;
  const labels = Object.keys(bench.sample_labels).length > 0;
  const queryKey = useMemo(() => benchQuery(id).queryKey, [id]);
  const last = useMemo(
    () => (
      <Button
        fullWidth
        variant="contained"
        color="secondary"
        disabled={!complete || next === null || next === selected}
        onClick={() => void navigate(`/bench/${next}`)}
        sx={{ minHeight: 56 }}
      >
        {complete ? (next ? `Joint ${next} next` : 'All joints made') : 'Evidence still missing'}
      </Button>
    ),
    [complete, next, selected, navigate],
  );
  const below = useMemo(
    () => (
      <Stack direction="row">
        <PaperLink href={`/api/v1/joints/${id}/tag.pdf`}>Tag{labels ? ' and labels' : ''} to print</PaperLink>
        <PaperLink href={`/api/v1/joints/${id}/record.pdf`}>Joint record as PDF</PaperLink>
      </Stack>
    ),
    [id, labels],
  );
  return (
    <WorkBench bench={bench} queryKey={queryKey} name={`Joint ${bench.joint?.number}`} mayEnter={person.may.includes('joint.read')} last={last} below={below} />
  );
}
