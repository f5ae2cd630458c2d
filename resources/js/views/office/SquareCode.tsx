import { Box } from '@mui/material';

/** A square code as the server worked it out, dark on white whatever the scheme: telephones read it from the screen. */
export function SquareCode({ rows, name, size = 208 }: { rows: string[]; name: string; size?: number }) {
  const n = rows.length + 8;
  const path = rows.flatMap((row, y) => [...row].flatMap((cell, x) => (cell === '1' ? [`M${x + 4} ${y + 4}h1v1h-1z`] : []))).join('');
  return (
    <Box
      component="svg"
      role="img"
      aria-label={name}
      viewBox={`0 0 ${n} ${n}`}
      sx={{ width: size, height: size, bgcolor: '#fff', border: 1, borderColor: 'divider' }}
    >
      <path d={path} fill="#000" shapeRendering="crispEdges" />
    </Box>
  );
}
