import { useState } from 'react';
import { Alert, Box, Button, MenuItem, Stack, TextField, Typography } from '@mui/material';
import PhotoCameraIcon from '@mui/icons-material/PhotoCamera';
import { useMutation, type QueryKey } from '@tanstack/react-query';
import type { Schemas } from '../../api/client';
import { FileButton } from '../../app/FileButton';
import { keepPicture } from '../../app/picture';
import { useWork } from '../../app/session';
import { dayAndTime } from '../../app/time';
import { usePicture } from '../../app/usePicture';
import { useEntry } from './useEntry';

function Small({ sha256, alt }: { sha256: string; alt: string }) {
  const src = usePicture(sha256);
  return (
    <a href={src} target="_blank" rel="noreferrer">
      <Box component="img" src={src} alt={alt} sx={{ width: 150, height: 100, objectFit: 'cover', display: 'block', border: 1, borderColor: 'divider' }} />
    </a>
  );
}

/** What was seen at a step: pictures that are there, and one more; of the step, or of one of its findings. */
export function StepPictures({ bench, step, queryKey }: { bench: Schemas['Bench']; step: Schemas['Step']; queryKey: QueryKey }) {
  const { job, person } = useWork();
  const entry = useEntry(bench, queryKey);
  const [taken, setTaken] = useState<string | null>(null);
  const [caption, setCaption] = useState('');
  const [rule, setRule] = useState('');
  const take = useMutation({ mutationFn: keepPicture, onSuccess: setTaken });
  const pictures = bench.remarks.filter((r) => r.kind === 'picture' && r.step === step.id);
  const findings = bench.verdict.findings.filter((f) => f.step === step.id && f.severity !== 'go');
  const error = take.error ?? entry.error;
  if (!person.may.includes('note.write') && pictures.length === 0) return null;
  return (
    <Box component="section" aria-label="Pictures of this step" sx={{ mt: 2 }}>
      <Stack direction="row" sx={{ flexWrap: 'wrap', gap: 1.5, alignItems: 'flex-start' }}>
        {pictures.map((p) => (
          <Box component="figure" key={`${p.sha256}${p.at}`} sx={{ m: 0, width: 150 }}>
            <Small sha256={p.sha256 ?? ''} alt={p.caption || `Picture at ${step.title}`} />
            <Typography component="figcaption" variant="body2">
              {p.caption} {p.rule ? <b>{bench.verdict.findings.find((f) => f.rule === p.rule)?.said}</b> : null}{' '}
              <Box component="span" sx={{ color: 'text.secondary' }}>
                {p.by}, {dayAndTime(p.at, job.time_zone)}
              </Box>
            </Typography>
          </Box>
        ))}
        {person.may.includes('note.write') && taken === null && (
          <FileButton
            name={`Picture at ${step.title}`}
            accept="image/jpeg,image/png,image/webp"
            camera
            variant="text"
            startIcon={<PhotoCameraIcon />}
            onFile={(file) => take.mutate(file)}
          >
            Picture
          </FileButton>
        )}
      </Stack>
      {taken !== null && (
        <Stack
          component="form"
          aria-label="Keep the picture"
          direction={{ xs: 'column', sm: 'row' }}
          spacing={1.5}
          sx={{ mt: 1 }}
          onSubmit={(e) => (e.preventDefault(), keep())}
        >
          <TextField label="What it shows (may stay empty)" value={caption} onChange={(e) => setCaption(e.target.value)} sx={{ flex: 1 }} />
          {findings.length > 0 && (
            <TextField select label="Of which finding" value={rule} onChange={(e) => setRule(e.target.value)} sx={{ minWidth: 200 }}>
              <MenuItem value="">Of the step</MenuItem>
              {findings.map((f) => (
                <MenuItem key={f.rule} value={f.rule}>
                  {f.said}
                </MenuItem>
              ))}
            </TextField>
          )}
          <Button type="submit" variant="contained" color="secondary" disabled={entry.isPending} sx={{ minHeight: 56 }}>
            Keep it on record
          </Button>
          <Button onClick={() => setTaken(null)} sx={{ minHeight: 56 }}>
            Leave it
          </Button>
        </Stack>
      )}
      {error && <Alert severity="error">{error.message}</Alert>}
    </Box>
  );

  function keep() {
    entry.mutate(
      { kind: 'picture', payload: { sha256: taken, type: 'image/jpeg', caption, step: step.id, ...(rule === '' ? {} : { rule }) } },
      { onSuccess: () => (setTaken(null), setCaption(''), setRule('')) },
    );
  }
}
