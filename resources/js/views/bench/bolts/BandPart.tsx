import { useState } from 'react';
import { Alert, Box, Button, Stack, Typography } from '@mui/material';
import type { QueryKey } from '@tanstack/react-query';
import type { Schemas } from '../../../api/client';
import { BandRing } from '../../../instruments/bolts/BandRing';
import { useRows } from './useRows';

type Band = Schemas['BandWheel'];

/** A clamp band drawn to its stop: a touch a nut, then a touch a pair of lugs that touches. */
export function BandPart({ bench, band, queryKey, mayEnter }: { bench: Schemas['Bench']; band: Band; queryKey: QueryKey; mayEnter: boolean }) {
  const rows = useRows(bench, queryKey);
  const [chosen, choose] = useState<number | null>(null);
  const waiting = rows.pending.filter((p) => p.key === band.key).map((p) => Number(p.row.bolt));
  const nut = chosen ?? band.order.find((bolt) => !waiting.includes(bolt)) ?? band.order[0] ?? null;
  const lugs = Array.from({ length: band.lugs }, (_, k) => k + 1);
  const touches = (lug: number) =>
    (rows.pending.findLast((p) => p.key === band.lugs_key && p.row.lug === lug)?.row.touches ?? band.seen.find((g) => g.lug === lug)?.touches) === true;
  const turn = (turns: number) => {
    if (nut === null) return;
    rows.send(band.key, { bolt: nut, turns });
    choose(null);
  };
  return (
    <Box sx={{ display: 'grid', gridTemplateColumns: { xs: 'minmax(0,1fr)', md: 'minmax(300px, 420px) minmax(0,1fr)' }, gap: 2, alignItems: 'start' }}>
      <BandRing band={band} lit={nut} onChoose={mayEnter ? choose : null} />
      <Stack spacing={1.5} sx={{ order: { xs: -1, md: 0 } }}>
        <Typography variant="h2" component="p" role="status" sx={{ minHeight: '2.7em' }}>
          {band.said}
        </Typography>
        {mayEnter && nut !== null && (
          <Stack direction="row" spacing={1.5}>
            {[band.at_once, 1].map((turns) => (
              <Button
                key={turns}
                fullWidth
                variant={turns === band.at_once ? 'contained' : 'outlined'}
                color="secondary"
                onClick={() => turn(turns)}
                sx={{ minHeight: 84, fontSize: 19 }}
              >
                Nut {nut}: {turns} {turns === 1 ? 'turn' : 'turns'}
              </Button>
            ))}
          </Stack>
        )}
        {mayEnter && lugs.length > 0 && (
          <Box>
            <Typography variant="h3" component="h2">
              Pairs of lugs that touch
            </Typography>
            <Box sx={{ display: 'grid', gridTemplateColumns: 'repeat(auto-fill, minmax(84px, 1fr))', gap: 1, mt: 0.5 }}>
              {lugs.map((lug) => (
                <Button
                  key={lug}
                  variant={touches(lug) ? 'contained' : 'outlined'}
                  aria-pressed={touches(lug)}
                  onClick={() => rows.send(band.lugs_key, { lug, touches: !touches(lug) })}
                  sx={{ minHeight: 56 }}
                >
                  {touches(lug) ? `${lug} ✓` : `Pair ${lug}`}
                </Button>
              ))}
            </Box>
          </Box>
        )}
        {rows.error && <Alert severity="error">{rows.error}</Alert>}
        {rows.kept && <Alert severity="info">Kept on this device; judged when the connection is back.</Alert>}
        <Typography variant="body2" color="text.secondary">
          [{band.source}]
        </Typography>
      </Stack>
    </Box>
  );
}
