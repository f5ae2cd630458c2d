import { useState } from 'react';
import { Alert, Box, Button, Stack, TextField, Typography } from '@mui/material';
import type { QueryKey } from '@tanstack/react-query';
import type { Schemas } from '../../api/client';
import { useWork } from '../../app/session';
import { dayAndTime } from '../../app/time';
import { SeverityMark } from '../../instruments/severity/SeverityMark';
import { useEntry } from './useEntry';

type Finding = Schemas['Finding'];

const WORDS = { go: '', watch: 'Watch.', mend: 'Mend.', stop: 'Stop.' };
const rank = { stop: 0, mend: 1, watch: 2, go: 3 };

/** What was found, the worst first: measured, allowed, what to do, why, and where the limit comes from. */
export function Findings({
  findings,
  bench,
  queryKey,
  label,
  plain = false,
}: {
  findings: Finding[];
  bench?: Schemas['Bench'];
  queryKey?: QueryKey;
  label: string;
  plain?: boolean;
}) {
  const sorted = [...findings].sort((a, b) => rank[a.severity] - rank[b.severity]);
  return (
    <Stack component="ul" aria-label={label} sx={{ listStyle: 'none', p: 0, m: 0 }}>
      {sorted.map((finding) => (
        <Stack
          component="li"
          key={finding.rule}
          direction="row"
          spacing={1.5}
          sx={{ py: plain ? 0.5 : 1, ...(plain ? {} : { borderTop: 1, borderColor: 'divider' }) }}
        >
          <SeverityMark severity={finding.severity} size={plain ? 20 : 24} />
          <Box sx={{ flex: 1, minWidth: 0 }}>
            <Typography variant={plain ? 'body2' : 'body1'} sx={{ fontWeight: finding.severity === 'go' ? 400 : 640 }}>
              {finding.severity !== 'go' && (
                <Box component="span" sx={{ color: finding.severity }}>
                  {WORDS[finding.severity]}{' '}
                </Box>
              )}
              {finding.said}
            </Typography>
            {finding.todo !== '' && <Typography variant={plain ? 'body2' : 'body1'}>{finding.todo}</Typography>}
            <Typography variant="body2" color="text.secondary">
              {finding.severity !== 'go' && finding.why !== '' ? `${finding.why} ` : ''}[{finding.source}]
            </Typography>
            {finding.overrule ? (
              <OverruledNote overrule={finding.overrule} />
            ) : (
              finding.may_overrule && bench && queryKey && <OverruleForm finding={finding} bench={bench} queryKey={queryKey} />
            )}
          </Box>
        </Stack>
      ))}
    </Stack>
  );
}

function OverruledNote({ overrule }: { overrule: NonNullable<Finding['overrule']> }) {
  const { job } = useWork();
  return (
    <Typography sx={{ mt: 0.5, pl: 1.5, borderLeft: '4px solid', borderLeftColor: 'watch' }}>
      Overruled by {overrule.by} ({overrule.role}), {dayAndTime(overrule.at, job.time_zone)}: “{overrule.reason}”
    </Typography>
  );
}

function OverruleForm({ finding, bench, queryKey }: { finding: Finding; bench: Schemas['Bench']; queryKey: QueryKey }) {
  const { person } = useWork();
  const entry = useEntry(bench, queryKey);
  const [reason, setReason] = useState('');
  if (!person.may.includes(finding.severity === 'mend' ? 'mend.accept' : 'stop.overrule')) {
    return (
      <Typography variant="body2" sx={{ mt: 0.5 }}>
        {finding.severity === 'mend'
          ? 'Put it right; or a supervisor accepts it, with a reason.'
          : 'Only a supervisor or an inspector can overrule this, with a reason.'}
      </Typography>
    );
  }
  return (
    <Stack spacing={1} sx={{ mt: 1 }}>
      <TextField
        label={`Why you ${finding.severity === 'mend' ? 'accept this as it is' : 'overrule this stop'} (stays visible for ever)`}
        value={reason}
        onChange={(e) => setReason(e.target.value)}
        multiline
      />
      {entry.error && <Alert severity="error">{entry.error.message}</Alert>}
      <Button
        variant="outlined"
        color="secondary"
        disabled={entry.isPending}
        onClick={() => entry.mutate({ kind: 'overrule', payload: { rule: finding.rule, reason } })}
        sx={{ alignSelf: 'flex-start' }}
      >
        {finding.severity === 'mend' ? 'Accept it as it is' : 'Overrule this stop'}
      </Button>
    </Stack>
  );
}
