import { useState } from 'react';
import { Alert, Box, Button, Paper, Stack, Tab, Tabs, TextField, Typography } from '@mui/material';
import { FileButton } from '../../app/FileButton';
import { ApiError } from '../../api/client';
import { RowsTable } from '../../app/RowsTable';
import { NO_POINT, POINTS, typedParts, typedPoints } from './typed';
import type { useSetout } from './useSetout';

/** Three ways to bring an alignment: a file, points, or straights and arcs. */
export function AlignmentForm({ bring, again }: { bring: ReturnType<typeof useSetout>['bring']; again: boolean }) {
  const [tab, setTab] = useState(0);
  const [points, setPoints] = useState([{ ...NO_POINT }, { ...NO_POINT }]);
  const faults = bring.error instanceof ApiError ? bring.error.faults : [];
  const [start, setStart] = useState('0 0 90');
  const [parts, setParts] = useState('');
  const [levels, setLevels] = useState('');
  const typed = () => (tab === 1 ? typedPoints(points) : typedParts(start, parts, levels));
  return (
    <Paper component="section" aria-label="Alignment" sx={{ p: 2.5 }}>
      <Typography variant="h2">{again ? 'Bring another alignment' : 'Bring the alignment'}</Typography>
      <Tabs value={tab} onChange={(_, next: number) => setTab(next)} aria-label="How" sx={{ mb: 2 }} variant="scrollable">
        <Tab label="From a file" sx={{ minHeight: 52, fontSize: '1rem' }} />
        <Tab label="Points" sx={{ minHeight: 52, fontSize: '1rem' }} />
        <Tab label="Straights and arcs" sx={{ minHeight: 52, fontSize: '1rem' }} />
      </Tabs>
      {tab === 0 && (
        <Stack spacing={1} sx={{ alignItems: 'flex-start' }}>
          <FileButton
            name="Alignment file"
            accept=".csv,.txt,.json,.geojson,.xml,.landxml"
            variant="contained"
            color={again ? 'primary' : 'secondary'}
            disabled={bring.isPending}
            onFile={(file) => bring.mutate(file)}
            sx={{ minHeight: 60, px: 4 }}
          >
            Choose a file
          </FileButton>
          <Typography color="text.secondary">
            CSV with easting, northing and, where known, station and level · GeoJSON line · LandXML 1.2 alignment with its profile. Coordinates in metres.
          </Typography>
        </Stack>
      )}
      {tab === 1 && (
        <RowsTable
          title="Points"
          help="Station may be left out in all rows; level too."
          one="Another point"
          columns={POINTS}
          rows={points}
          fault={(row, column) => faults.find((f) => f.field.endsWith(`points.${row}.${column}`))?.detail}
          onChange={setPoints}
        />
      )}
      {tab === 2 && (
        <Box sx={{ display: 'grid', gridTemplateColumns: { xs: 'minmax(0,1fr)', md: '1fr 1fr' }, gap: 2 }}>
          <TextField
            label="Start: easting northing azimuth°"
            value={start}
            onChange={(e) => setStart(e.target.value)}
            helperText="Azimuth clockwise from north"
            sx={{ gridColumn: '1 / -1' }}
          />
          <TextField
            multiline
            minRows={4}
            label="A part a line: length radius"
            value={parts}
            onChange={(e) => setParts(e.target.value)}
            helperText="Radius 0 or none for a straight, minus to the left"
          />
          <TextField
            multiline
            minRows={4}
            label="Levels: station level curve length"
            value={levels}
            onChange={(e) => setLevels(e.target.value)}
            helperText="May be left empty; curve length 0 for a break"
          />
        </Box>
      )}
      {tab > 0 && (
        <Button variant="contained" color="secondary" disabled={bring.isPending} onClick={() => bring.mutate(typed())} sx={{ mt: 2, minHeight: 56, px: 4 }}>
          Take this alignment
        </Button>
      )}
      {bring.error && (
        <Alert severity="error" sx={{ mt: 2 }}>
          {bring.error.message}
        </Alert>
      )}
    </Paper>
  );
}
