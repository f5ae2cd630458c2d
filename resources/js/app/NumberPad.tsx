import { useEffect, useState } from 'react';
import { Box, Button, Paper, Typography } from '@mui/material';
import BackspaceIcon from '@mui/icons-material/BackspaceOutlined';

const KEYS = ['7', '8', '9', '⌫', '4', '5', '6', '±', '1', '2', '3', 'Next', '0', '.', ','];

/** Types into a field as a keyboard would, so that it is drawn and kept like anything typed. */
function type(input: HTMLInputElement, text: string) {
  Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value')?.set?.call(input, text);
  input.dispatchEvent(new Event('input', { bubbles: true }));
}

/** What stood in the field before the finger came is written over by the first digit, not continued. */
function press(input: HTMLInputElement, key: string, stood: boolean) {
  if (key === 'Next') input.dispatchEvent(new KeyboardEvent('keydown', { key: 'Enter', bubbles: true }));
  else if (key === '⌫') type(input, input.value.slice(0, -1));
  else if (key === '±') type(input, input.value.startsWith('-') ? input.value.slice(1) : `-${input.value}`);
  else type(input, stood ? key : input.value + key);
}

/** A pad of large keys under the finger, for whatever field takes a number; the value said back large, with its unit. */
export function NumberPad() {
  const [field, setField] = useState<HTMLInputElement | null>(null);
  const [value, setValue] = useState('');
  const [stood, setStood] = useState(false);
  useEffect(() => {
    const into = (e: FocusEvent) => {
      const input = e.target instanceof HTMLInputElement && e.target.dataset.pad !== undefined ? e.target : null;
      setField(input);
      setValue(input?.value ?? '');
      setStood((input?.value ?? '') !== '');
      if (input) window.setTimeout(() => input.scrollIntoView({ block: 'center' }));
    };
    const out = () =>
      window.setTimeout(() => {
        if (!(document.activeElement instanceof HTMLInputElement) || document.activeElement.dataset.pad === undefined) setField(null);
      });
    const typed = (e: Event) => {
      if (!(e.target instanceof HTMLInputElement) || e.target.dataset.pad === undefined) return;
      setValue(e.target.value);
      setStood(false);
    };
    document.addEventListener('focusin', into);
    document.addEventListener('focusout', out);
    document.addEventListener('input', typed);
    return () => {
      document.removeEventListener('focusin', into);
      document.removeEventListener('focusout', out);
      document.removeEventListener('input', typed);
    };
  }, []);
  if (!field) return null;
  const before = field.dataset.before ?? '';
  return (
    <>
      <Box sx={{ height: 340 }} />
      <Paper
        square
        component="section"
        aria-label="Number pad"
        onPointerDown={(e) => e.preventDefault()} // the field keeps its focus
        sx={{ position: 'fixed', bottom: 0, right: 0, width: { xs: '100%', sm: 400 }, zIndex: 5, p: 1, borderTop: '4px solid', borderTopColor: 'hand' }}
      >
        <Box sx={{ display: 'flex', alignItems: 'baseline', gap: 1, px: 1, minHeight: 44 }}>
          <Typography variant="body2" sx={{ flex: 1 }} noWrap>
            {[field.closest('[role=group]')?.getAttribute('aria-label'), field.labels?.[0]?.textContent].filter(Boolean).join(', ')}
          </Typography>
          {before !== '' && (
            <Typography className="num" color="text.secondary" aria-label="Read here before">
              {before}
            </Typography>
          )}
          <Typography className="num" aria-live="polite" color={stood ? 'text.secondary' : undefined} sx={{ fontSize: '1.7rem', fontWeight: 700 }}>
            {value === '' ? '–' : value} {field.dataset.pad}
          </Typography>
        </Box>
        <Box sx={{ display: 'grid', gridTemplateColumns: 'repeat(4, 1fr)', gap: 0.75 }}>
          {KEYS.map((key) => (
            <Button
              key={key}
              variant={key === 'Next' ? 'contained' : 'outlined'}
              color={key === 'Next' ? 'secondary' : 'primary'}
              aria-label={key === '⌫' ? 'Take the last digit back' : key === '±' ? 'Above or below zero' : key}
              onClick={() => press(field, key, stood)}
              sx={{ minHeight: 60, minWidth: 56, fontSize: '1.35rem', ...(key === 'Next' ? { gridRow: 'span 2', fontSize: '1.1rem' } : {}) }}
            >
              {key === '⌫' ? <BackspaceIcon /> : key}
            </Button>
          ))}
        </Box>
      </Paper>
    </>
  );
}
