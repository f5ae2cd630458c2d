import { useState } from 'react';
import { Alert, Box, Button, CircularProgress, MenuItem, Paper, Stack, TextField, Typography } from '@mui/material';
import PhotoCameraIcon from '@mui/icons-material/PhotoCamera';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { answered, api } from '../../api/client';
import { rejectsQuery } from '../../api/queries';
import { FileButton } from '../../app/FileButton';
import { useWork } from '../../app/session';
import { NotTaken } from '../../app/NotTaken';
import { besides, faultOf } from '../../app/useForm';
import { useNext } from '../../app/useNext';
import { dayAndTime } from '../../app/time';
import { isLost } from '../../app/isLost';

/** What came and was not taken: each rejected pipe with its reason and picture. */
export function Rejects() {
  const { main, job } = useWork();
  const client = useQueryClient();
  const query = useQuery(rejectsQuery(main.id));
  const next = useNext(`reject-${main.id}`);
  const { pipe = '', reason = '', note = '' } = next.texts;
  const [picture, setPicture] = useState<File | null>(null);
  const reject = useMutation({
    mutationFn: ({ texts, picture }: { texts: Record<string, string>; picture: File | null }) => {
      const form = new FormData();
      for (const key of ['pipe', 'reason', 'note']) form.append(key, texts[key] ?? '');
      if (picture) form.append('picture', picture);
      return answered(api.POST('/mains/{main}/rejects', { params: { path: { main: main.id } }, body: form }));
    },
    onSuccess: () => {
      void client.invalidateQueries({ queryKey: ['yard'] });
      return client.invalidateQueries({ queryKey: rejectsQuery(main.id).queryKey });
    },
  });
  const send = () => {
    setPicture(null);
    const sent = reject.mutateAsync({ texts: next.texts, picture });
    sent.catch(() => setPicture((now) => now ?? picture));
    next.hand(sent);
  };
  if (isLost(query)) return <Alert severity="error">{query.error?.message}</Alert>;
  if (!query.data) return <CircularProgress aria-label="Loading the yard" />;
  const { reasons, rejects } = query.data;
  const wrong = (field: string) => faultOf(next.fault, field);
  return (
    <Stack spacing={2.5}>
      <Paper component="form" aria-label="Reject a pipe" sx={{ p: 2.5, maxWidth: 820 }} onSubmit={(e) => (e.preventDefault(), send())}>
        <Typography variant="h1">Reject a pipe</Typography>
        <Typography sx={{ mb: 2 }}>Set it aside and mark it, so that nobody lays it. What is written here stays.</Typography>
        <Box sx={{ display: 'grid', gridTemplateColumns: { xs: 'minmax(0,1fr)', sm: '1fr 1fr' }, gap: 2 }}>
          <TextField
            label="Number or stamp on the pipe"
            value={pipe}
            onChange={(e) => next.set('pipe', e.target.value)}
            error={wrong('pipe') !== undefined}
            helperText={wrong('pipe')}
          />
          <TextField
            select
            label="Reason"
            value={reason}
            onChange={(e) => next.set('reason', e.target.value)}
            error={wrong('reason') !== undefined}
            helperText={wrong('reason')}
          >
            {reasons.map((words) => (
              <MenuItem key={words} value={words} sx={{ minHeight: 52 }}>
                {words}
              </MenuItem>
            ))}
          </TextField>
          <TextField
            label="What is to be seen (if any)"
            value={note}
            onChange={(e) => next.set('note', e.target.value)}
            multiline
            minRows={2}
            sx={{ gridColumn: '1 / -1' }}
            error={wrong('note') !== undefined}
            helperText={wrong('note')}
          />
        </Box>
        <Stack direction={{ xs: 'column', sm: 'row' }} spacing={1.5} sx={{ mt: 2, alignItems: { sm: 'center' } }}>
          <FileButton
            name="Picture of the pipe"
            accept="image/jpeg,image/png,image/webp"
            camera
            variant="outlined"
            startIcon={<PhotoCameraIcon />}
            onFile={setPicture}
            sx={{ minHeight: 56, px: 3 }}
          >
            {picture ? picture.name : 'Take or choose a picture'}
          </FileButton>
          <Button type="submit" variant="contained" color="secondary" disabled={reject.isPending} sx={{ minHeight: 56, px: 4 }}>
            Reject it
          </Button>
        </Stack>
        {(wrong('picture') ?? besides(next.fault, 'pipe', 'reason', 'note')) && (
          <Alert severity="error" sx={{ mt: 2 }}>
            {wrong('picture') ?? next.fault?.message}
          </Alert>
        )}
        <NotTaken next={next} fields={['pipe', 'reason', 'note']} />
      </Paper>
      <Stack direction="row" sx={{ alignItems: 'center', gap: 2, flexWrap: 'wrap' }}>
        <Typography variant="h2">Rejected on {main.name}</Typography>
        <Button component="a" href={`/api/v1/jobs/${job.id}/return-note.pdf`}>
          Return note as PDF
        </Button>
      </Stack>
      {rejects.length === 0 && <Typography>None so far.</Typography>}
      <Stack component="ul" aria-label="Rejected pipes" spacing={1.5} sx={{ listStyle: 'none', m: 0, p: 0 }}>
        {rejects.map((r) => (
          <Paper component="li" key={r.id} sx={{ p: 2, display: 'flex', gap: 2, borderLeft: '8px solid', borderLeftColor: 'stop' }}>
            {r.picture && (
              <a href={r.picture} target="_blank" rel="noreferrer">
                <Box
                  component="img"
                  src={r.picture}
                  alt={`Pipe ${r.pipe}: ${r.reason}`}
                  sx={{ width: 128, height: 96, objectFit: 'cover', display: 'block', border: 1, borderColor: 'divider' }}
                />
              </a>
            )}
            <Box sx={{ minWidth: 0 }}>
              <Typography sx={{ fontWeight: 700 }}>
                <span className="num">{r.pipe}</span>: {r.reason}
              </Typography>
              {r.note !== '' && <Typography>{r.note}</Typography>}
              <Typography variant="body2" color="text.secondary">
                {r.by}, {dayAndTime(r.at, job.time_zone)}
                {r.picture_sha256 ? ` · picture ${r.picture_sha256.slice(0, 12)}` : ''}
              </Typography>
            </Box>
          </Paper>
        ))}
      </Stack>
    </Stack>
  );
}
