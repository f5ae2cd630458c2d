import { useState } from 'react';
import { Link as RouterLink } from 'react-router';
import { Alert, Box, Button, Paper, Stack, TextField, Typography } from '@mui/material';
import { useQuery } from '@tanstack/react-query';
import type { Schemas } from '../../api/client';
import { traceQuery } from '../../api/queries';
import { measure } from '../../app/numbers';
import { useWork } from '../../app/session';
import { tableSx } from '../../app/tableSx';
import { dayAndTime } from '../../app/time';
import { STATES } from '../../instruments/line/states';

/** What the lines still need against what lies here; then each piece. */
export function Stock({ yard }: { yard: Schemas['Yard'] }) {
  const { main } = useWork();
  const length = measure(yard.length_display);
  const most = Math.max(1, ...yard.against.map((a) => Math.max(a.needed, a.in_yard)));
  const short = yard.against.filter((a) => a.short > 0);
  const mineFirst = [...yard.against].sort((a, b) => Number(b.pipe === main.pipe) - Number(a.pipe === main.pipe));
  return (
    <Stack spacing={2}>
      <Paper sx={{ p: { xs: 1.5, sm: 2.5 } }}>
        <Typography variant="h1">
          {yard.against.length === 0
            ? 'Nothing is needed, nothing lies here'
            : short.length === 0
              ? 'The yard holds what the lines still need'
              : `${short.reduce((n, a) => n + a.short, 0)} pipes short`}
        </Typography>
        <Typography sx={{ mb: 1.5 }}>Pipes that are planned and lie at no joint yet, against those that came, are sound and not laid.</Typography>
        <Box sx={{ overflowX: 'auto' }} tabIndex={0} role="region" aria-label="What is needed and what lies here">
          <Box component="table" aria-label="Need and stock" sx={tableSx}>
            <thead>
              <tr>
                <th>Pipe</th>
                <th>Length, {length.symbol}</th>
                <th>Needed</th>
                <th>Here</th>
                <th>Short</th>
                <th aria-hidden style={{ width: '32%' }} />
              </tr>
            </thead>
            <tbody>
              {mineFirst.map((a) => (
                <tr key={`${a.pipe} ${a.length_m}`}>
                  <td>{a.pipe}</td>
                  <td className="num">{length.plain(a.length_m)}</td>
                  <td className="num">{a.needed}</td>
                  <td className="num">{a.in_yard}</td>
                  <td className="num">
                    <Box component="b" sx={{ color: a.short > 0 ? 'hand' : 'text.primary' }}>
                      {a.short === 0 ? '–' : a.short}
                    </Box>
                  </td>
                  <td aria-hidden>
                    <Box
                      sx={{ position: 'relative', height: 22, border: '1.5px dashed', borderColor: 'line', width: `${(100 * a.needed) / most}%`, minWidth: 2 }}
                    >
                      <Box
                        sx={{
                          position: 'absolute',
                          top: 3,
                          bottom: 3,
                          left: 0,
                          bgcolor: 'pipe',
                          width: `${a.needed === 0 ? 0 : Math.min(100, (100 * a.in_yard) / a.needed)}%`,
                        }}
                      />
                    </Box>
                  </td>
                </tr>
              ))}
            </tbody>
          </Box>
        </Box>
      </Paper>
      <FindPiece />
      <Paper sx={{ p: { xs: 1.5, sm: 2.5 } }}>
        <Typography variant="h2">Pipes that may be laid: {yard.free}</Typography>
        {yard.pipes.length === 0 && <Typography>None. Enter them piece by piece with their delivery.</Typography>}
        {yard.pipes.length > 0 && (
          <Box sx={{ overflow: 'auto', maxHeight: 360, mt: 1 }} tabIndex={0} role="region" aria-label="Pipes in the yard">
            <Box component="table" aria-label="Pipes" sx={tableSx}>
              <thead>
                <tr>
                  <th>Number</th>
                  <th>Pipe</th>
                  <th>Length, {length.symbol}</th>
                  <th>Batch</th>
                  <th>Came with</th>
                  <th>Sun</th>
                </tr>
              </thead>
              <tbody>
                {yard.pipes.map((p) => (
                  <tr key={p.number}>
                    <td className="num">
                      <b>{p.number}</b>
                    </td>
                    <td>{p.pipe}</td>
                    <td className="num">{length.plain(p.length_m)}</td>
                    <td>{p.batch}</td>
                    <td>{p.delivery}</td>
                    <td>{p.sun === null ? '–' : p.sun.is_over ? <b>{p.sun.said}</b> : p.sun.said}</td>
                  </tr>
                ))}
              </tbody>
            </Box>
          </Box>
        )}
        <Typography variant="body2" color="text.secondary" sx={{ mt: 1 }}>
          [days in the sun: {yard.sun_source}] The maker&rsquo;s sheet governs.
        </Typography>
      </Paper>
      {yard.parts.length > 0 && (
        <Paper sx={{ p: { xs: 1.5, sm: 2.5 } }}>
          <Typography variant="h2">Fittings, gaskets and the like</Typography>
          <Box sx={{ overflowX: 'auto', mt: 1 }} tabIndex={0} role="region" aria-label="Parts in the yard">
            <Box component="table" aria-label="Parts" sx={tableSx}>
              <thead>
                <tr>
                  <th>What</th>
                  <th>Came</th>
                  <th>Batch</th>
                  <th>Use by</th>
                  <th>Came with</th>
                </tr>
              </thead>
              <tbody>
                {yard.parts.map((p, k) => (
                  <tr key={`${p.what} ${p.batch} ${k}`}>
                    <td>
                      {p.what} <span className="num">{p.code}</span>
                    </td>
                    <td className="num">{p.count}</td>
                    <td>{p.batch}</td>
                    <td className="num">{p.use_by === '' ? '–' : p.has_run_out ? <b>{p.use_by}: run out</b> : p.use_by}</td>
                    <td>{p.delivery}</td>
                  </tr>
                ))}
              </tbody>
            </Box>
          </Box>
        </Paper>
      )}
    </Stack>
  );
}

/** Where a pipe came from and which joints it lies at. */
function FindPiece() {
  const { job } = useWork();
  const [text, setText] = useState('');
  const [sought, seek] = useState('');
  const found = useQuery({ ...traceQuery(job.id, sought), enabled: sought !== '' });
  const piece = found.data;
  return (
    <Paper component="form" aria-label="Where is this pipe?" sx={{ p: { xs: 1.5, sm: 2.5 } }} onSubmit={(e) => (e.preventDefault(), seek(text.trim()))}>
      <Stack direction="row" spacing={1.5}>
        <TextField label="Where is this pipe? Its number" value={text} onChange={(e) => setText(e.target.value)} sx={{ flex: 1, maxWidth: 420 }} />
        <Button type="submit" variant="outlined" sx={{ minHeight: 56, px: 3 }}>
          Find
        </Button>
      </Stack>
      {found.error && <Alert severity="error">{found.error.message}</Alert>}
      {piece && (
        <Box role="status" sx={{ mt: 1.5 }}>
          <Typography>
            <b className="num">{piece.number}</b>:{' '}
            {piece.delivery === null || piece.came_at === null
              ? 'on no delivery that was entered.'
              : `${piece.pipe}, came with “${piece.delivery}” on ${dayAndTime(piece.came_at, job.time_zone)}${piece.batch ? `, batch ${piece.batch}` : ''}.`}
          </Typography>
          {piece.rejects.map((r) => (
            <Typography key={r.at} sx={{ color: 'stop' }}>
              Rejected: {r.reason}, {r.by}, {dayAndTime(r.at, job.time_zone)}
            </Typography>
          ))}
          {piece.joints.length === 0 && <Typography>At no joint.</Typography>}
          {piece.joints.map((j) => (
            <Typography key={j.label}>
              <RouterLink to={`/bench/${j.joint}`}>Joint {j.label}</RouterLink>, {j.main}: {STATES[j.state as keyof typeof STATES].words}
            </Typography>
          ))}
        </Box>
      )}
    </Paper>
  );
}
