import { Fragment, memo, useEffect, useRef } from 'react';
import { Box, ButtonBase, Stack, Typography } from '@mui/material';
import type { Schemas } from '../../api/client';
import { SeverityMark } from '../../instruments/severity/SeverityMark';
import { lines } from './lines';

/** The steps of a work in their order; what is made several times over is one line. */
export const StepList = memo(function StepList({ bench, at, onGo }: { bench: Schemas['Bench']; at: number; onGo: (step: number) => void }) {
  const current = useRef<HTMLButtonElement>(null);
  useEffect(() => {
    const list = current.current?.parentElement;
    const item = current.current;
    if (!list || !item || list.scrollHeight <= list.clientHeight) return;
    list.scrollTop = item.offsetTop - list.offsetTop - list.clientHeight / 3; // only the list moves, not the page
  }, [at]);
  const all = lines(bench);
  return (
    <Stack component="nav" aria-label="Steps" sx={{ position: { lg: 'sticky' }, top: 8, maxHeight: { lg: 'calc(100dvh - 16px)' }, overflowY: { lg: 'auto' } }}>
      {all.map((line, n) => {
        const isHere = at >= line.from && at <= line.to;
        return (
          <Fragment key={line.from}>
            {line.group !== '' && line.group !== all[n - 1]?.group && (
              <Typography variant="overline" component="p" color="text.secondary" sx={{ px: 1, pt: 1 }}>
                {line.group}
              </Typography>
            )}
            <ButtonBase
              ref={isHere ? current : null}
              onClick={() => onGo(line.opens)}
              aria-current={isHere ? 'step' : undefined}
              sx={{
                minHeight: 44,
                px: 1,
                gap: 1,
                justifyContent: 'flex-start',
                textAlign: 'left',
                borderLeft: '5px solid',
                borderLeftColor: isHere ? 'hand' : 'divider',
                bgcolor: isHere ? 'background.paper' : 'transparent',
              }}
            >
              <Box sx={{ width: 22, display: 'flex' }}>
                {line.severity !== null && (line.missing === 0 || line.severity !== 'go') ? (
                  <SeverityMark severity={line.severity} size={20} />
                ) : (
                  <Typography component="span" className="num" variant="body2" color="text.secondary">
                    {n + 1}
                  </Typography>
                )}
              </Box>
              <Typography component="span" sx={{ flex: 1, fontWeight: isHere ? 700 : 400, color: line.skipped ? 'text.secondary' : 'text.primary' }}>
                {line.title}
                {line.skipped ? ' –' : ''}
              </Typography>
              {line.missing > 0 && (
                <Typography component="span" variant="body2" className="num" color="text.secondary" aria-label={`${line.missing} missing`}>
                  {line.missing}
                </Typography>
              )}
            </ButtonBase>
          </Fragment>
        );
      })}
    </Stack>
  );
});
