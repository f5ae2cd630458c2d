/** A plain table: lines between its rows, room between its columns. */
export const tableSx = {
  borderCollapse: 'collapse',
  minWidth: '100%',
  '& td, & th': { py: 0.6, pr: 2.5, textAlign: 'left', borderBottom: '1px solid', borderColor: 'divider' },
} as const;
