import type { Schemas } from '../../api/client';

type Severity = Schemas['Finding']['severity'];

/** The shape says it: ring, half-filled ring, notched square, barred square. Colour only repeats it. */
export function SeverityMark({ severity, size = 24 }: { severity: Severity; size?: number }) {
  const colour = `var(--mui-palette-${severity})`;
  return (
    <svg width={size} height={size} viewBox="0 0 24 24" role="img" aria-label={severity} style={{ flex: 'none' }}>
      {severity === 'go' && (
        <>
          <circle cx="12" cy="12" r="9.5" fill="none" stroke={colour} strokeWidth="2.5" />
          <path d="M7.5 12.5l3 3 6-6.5" fill="none" stroke={colour} strokeWidth="2.5" />
        </>
      )}
      {severity === 'watch' && (
        <>
          <circle cx="12" cy="12" r="9.5" fill="none" stroke={colour} strokeWidth="2.5" />
          <path d="M12 2.5a9.5 9.5 0 0 1 0 19z" fill={colour} />
        </>
      )}
      {severity === 'mend' && <path d="M3 3h18v18h-6l-3-6-3 6H3z" fill={colour} />}
      {severity === 'stop' && (
        <>
          <rect x="2" y="2" width="20" height="20" fill={colour} />
          <rect x="5" y="10" width="14" height="4" fill="var(--mui-palette-background-paper)" />
        </>
      )}
    </svg>
  );
}
