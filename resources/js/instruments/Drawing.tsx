import type { ReactNode } from 'react';
import { Box, Typography } from '@mui/material';

interface Props {
  /** width and height that its numbers are drawn in */
  size: [number, number];
  /** what it shows, for those who cannot see it */
  says: string;
  caption?: ReactNode;
  maxWidth?: number;
  children: ReactNode;
}

/** The frame of a drawing that measures: as wide as there is room, said in words as well. */
export function Drawing({ size: [width, height], says, caption, maxWidth, children }: Props) {
  return (
    <Box component="figure" sx={{ m: 0, maxWidth }}>
      <svg viewBox={`0 0 ${width} ${height}`} width="100%" role="img" aria-label={says}>
        {children}
      </svg>
      {caption !== undefined && (
        <Typography component="figcaption" variant="body2">
          {caption}
        </Typography>
      )}
    </Box>
  );
}
