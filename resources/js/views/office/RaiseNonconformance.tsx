import { useState } from 'react';
import { Alert, Box, Button, MenuItem, Paper, Stack, TextField, Typography } from '@mui/material';
import PhotoCameraIcon from '@mui/icons-material/PhotoCamera';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { answered, api, type Schemas } from '../../api/client';
import { membersQuery, nonconformancesQuery } from '../../api/queries';
import { FileButton } from '../../app/FileButton';
import { keepPicture } from '../../app/picture';
import { useWork } from '../../app/session';
import { useForm } from '../../app/useForm';

interface Props {
  /** the joint that it is about; none where it is about the job */
  joint?: Schemas['Joint'] | null;
  rule?: string | undefined;
  said?: string;
  onDone: () => void;
}

/** Something went wrong: what, seen on pictures, who puts it right and until when. */
export function RaiseNonconformance({ joint = null, rule, said = '', onDone }: Props) {
  const { job } = useWork();
  const client = useQueryClient();
  const crew = useQuery(membersQuery(job.id));
  const form = useForm({ what: said, due_on: '', assigned_to: '' });
  const [pictures, setPictures] = useState<string[]>([]);
  const take = useMutation({ mutationFn: keepPicture, onSuccess: (hash) => setPictures((all) => [...all, hash]) });
  const raise = useMutation({
    mutationFn: () => {
      const { what, due_on, assigned_to } = form.texts;
      return answered(
        api.POST('/jobs/{job}/nonconformances', {
          params: { path: { job: job.id } },
          body: {
            what,
            pictures,
            ...(joint ? { joint_id: joint.id } : {}),
            ...(rule === undefined ? {} : { rule }),
            ...(due_on ? { due_on } : {}),
            ...(assigned_to ? { assigned_to } : {}),
          },
        }),
      );
    },
    onSuccess: async (after) => {
      client.setQueryData(nonconformancesQuery(job.id).queryKey, after);
      await Promise.all([['bench'], ['tests']].map((queryKey) => client.invalidateQueries({ queryKey })));
      onDone();
    },
  });
  return (
    <Paper component="form" aria-label="Raise a nonconformance" sx={{ p: 2.5 }} onSubmit={(e) => (e.preventDefault(), raise.mutate())}>
      <Typography variant="h1">Nonconformance{joint ? ` on joint ${joint.label}` : ''}</Typography>
      <Typography sx={{ mb: 1.5 }}>Until somebody else has seen that it is put right, it holds the section&rsquo;s test.</Typography>
      <Box sx={{ display: 'grid', gridTemplateColumns: { xs: 'minmax(0,1fr)', sm: 'repeat(2, minmax(0,1fr))' }, gap: 2 }}>
        <TextField label="What is wrong, and where it can be seen" multiline minRows={2} sx={{ gridColumn: '1 / -1' }} {...form.field('what', raise.error)} />
        <TextField select label="Who puts it right (if known)" {...form.field('assigned_to', raise.error)}>
          <MenuItem value="" sx={{ minHeight: 48 }}>
            Nobody named
          </MenuItem>
          {crew.data?.members.map((m) => (
            <MenuItem key={m.id} value={m.id} sx={{ minHeight: 48 }}>
              {m.name}
            </MenuItem>
          ))}
        </TextField>
        <TextField label="Until when (if set)" type="date" slotProps={{ inputLabel: { shrink: true } }} {...form.field('due_on', raise.error)} />
      </Box>
      <Pictures hashes={pictures} />
      {(form.rest(raise.error) ?? take.error?.message) && (
        <Alert severity="error" sx={{ mt: 1.5 }}>
          {form.rest(raise.error) ?? take.error?.message}
        </Alert>
      )}
      <Stack direction="row" sx={{ mt: 2, flexWrap: 'wrap', gap: 1.5 }}>
        <Button type="submit" variant="contained" color="secondary" disabled={raise.isPending || take.isPending} sx={{ minHeight: 60, px: 4 }}>
          Raise it
        </Button>
        <FileButton
          name="Picture of what is wrong"
          accept="image/jpeg,image/png,image/webp"
          camera
          variant="outlined"
          startIcon={<PhotoCameraIcon />}
          onFile={(file) => take.mutate(file)}
          sx={{ minHeight: 60 }}
        >
          Take a picture
        </FileButton>
        <Button onClick={onDone} sx={{ minHeight: 60 }}>
          Leave it
        </Button>
      </Stack>
    </Paper>
  );
}

/** Pictures by their hash; those not on record yet are seen once they are. */
export function Pictures({ hashes }: { hashes: string[] }) {
  return hashes.length === 0 ? null : (
    <Typography variant="body2" className="num" sx={{ mt: 1 }}>
      {hashes.length === 1 ? 'One picture' : `${hashes.length} pictures`}: {hashes.map((h) => h.slice(0, 8)).join(', ')}
    </Typography>
  );
}
