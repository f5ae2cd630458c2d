import { useState } from 'react';
import { Alert, Box, Button, CircularProgress, Paper, Stack, Typography } from '@mui/material';
import { useQuery } from '@tanstack/react-query';
import type { Schemas } from '../../api/client';
import { cardsQuery } from '../../api/queries';
import { useWork } from '../../app/session';
import { FittingForm } from './FittingForm';
import { isLost } from '../../app/isLost';

/** The cards of mechanical fittings: what ships, what was added, and the way to add a maker's own. */
export function Fittings({ may }: { may: boolean }) {
  const { job } = useWork();
  const cards = useQuery(cardsQuery(job.id));
  const [from, setFrom] = useState<Schemas['Card'] | null>(null);
  if (isLost(cards)) return <Alert severity="error">{cards.error?.message}</Alert>;
  if (!cards.data) return <CircularProgress aria-label="Loading the fittings" />;
  if (from) return <FittingForm catalogue={cards.data} from={from} onDone={() => setFrom(null)} />;
  return (
    <Stack spacing={1.5}>
      <Typography>
        With a generic card the crew reads range, torque and pressure off the label on site. A maker&rsquo;s own card states them by size: it works on the
        bench, on the line and in the reckoner at once, and the label is only held against it.
      </Typography>
      <Paper component="ul" aria-label="Fittings" sx={{ listStyle: 'none', m: 0, p: 0 }}>
        {cards.data.cards.map((card) => (
          <Box
            component="li"
            key={card.key}
            sx={{ px: 2, py: 1.5, borderBottom: 1, borderColor: 'divider', display: 'flex', gap: 2, flexWrap: 'wrap', alignItems: 'center' }}
          >
            <Box sx={{ flex: '1 1 20rem', minWidth: 0 }}>
              <Typography sx={{ fontWeight: 700 }}>
                {card.title}
                {card.version > 1 ? ` · version ${card.version}` : ''}
              </Typography>
              <Typography variant="body2">
                For {card.media.join(' and ')}. {card.joins_unlike ? 'Joins two pipes that differ. ' : ''}
                {card.grips ? 'Holds the pipes. ' : ''}
                {card.rows.length === 0 ? 'Figures read off the label.' : `Sizes: ${card.rows.map((r) => String(r.size)).join(', ')}.`}
              </Typography>
              <Typography variant="body2" color="text.secondary">
                {card.shipped ? '' : `${card.kind_title} · `}[{card.source}]
              </Typography>
            </Box>
            {may && (
              <Button variant="outlined" onClick={() => setFrom(card)} aria-label={`Add from ${card.title}`}>
                {card.shipped ? 'Add a product of this kind' : 'Change or copy'}
              </Button>
            )}
          </Box>
        ))}
      </Paper>
    </Stack>
  );
}
