import type { Schemas } from '../../api/client';

const css = (name: string) => `var(--mui-palette-${name})`;
const AS = {
  pipe: { stroke: css('pipe'), strokeWidth: 6, fill: 'none' },
  line: { stroke: css('line'), strokeWidth: 1.5, strokeDasharray: '4 4', fill: 'none' },
  mark: { stroke: css('hand'), strokeWidth: 3, fill: 'none' },
  earth: { stroke: css('pipe'), strokeWidth: 2, fill: css('earth') },
} as const;

/** A result as a picture, as the calculation describes it. */
export const Picture = ({ picture, title }: { picture: Schemas['ReckonPicture']; title: string }) => (
  <svg
    viewBox={`0 0 ${picture.width} ${picture.height}`}
    role="img"
    aria-label={`${title}: ${picture.words.map((word) => word.text).join(', ')}`}
    style={{ width: '100%', maxWidth: picture.width * 1.25, display: 'block' }}
  >
    {picture.paths.map((path, k) => (
      <path key={k} d={path.d} strokeLinejoin="round" {...AS[path.as]} />
    ))}
    {picture.words.map((word, k) => (
      <text key={k} x={word.x} y={word.y} textAnchor={word.anchor} fontSize="15" fontWeight="640" className="num" fill={css('text-primary')}>
        {word.text}
      </text>
    ))}
  </svg>
);
