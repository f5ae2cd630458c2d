import { createTheme } from '@mui/material/styles';

const numbers = '"B612 Mono", ui-monospace, monospace';

declare module '@mui/material/styles' {
  interface Palette {
    hand: string;
    earth: string;
    pipe: string;
    line: string;
    go: string;
    watch: string;
    mend: string;
    stop: string;
  }
  interface PaletteOptions {
    hand?: string;
    earth?: string;
    pipe?: string;
    line?: string;
    go?: string;
    watch?: string;
    mend?: string;
    stop?: string;
  }
}

/** In bright sun: black on white, and every colour dark enough for seven to one. */
const SUN: Record<string, string> = {
  'background-default': '#ffffff',
  'background-paper': '#ffffff',
  'text-primary': '#000000',
  'text-secondary': '#1c1c1c',
  divider: '#000000',
  'primary-main': '#000000',
  'secondary-main': '#6e2200',
  hand: '#6e2200',
  earth: '#f0ebe4',
  pipe: '#12303f',
  line: '#3d362d',
  go: '#0a3d1e',
  watch: '#453200',
  mend: '#6e2200',
  stop: '#630016',
  'error-main': '#8a0012',
  'info-main': '#12303f',
};
const inSun = Object.fromEntries(Object.entries(SUN).map(([name, colour]) => [`--mui-palette-${name}`, colour]));

/** What a field says stays readable while the field waits for something else. */
const readable = { '&.Mui-disabled': { color: 'var(--mui-palette-text-secondary)' } };

/** Warm clay and slate; one strong accent, `hand`, for what needs a person now. */
export const theme = createTheme({
  cssVariables: { colorSchemeSelector: 'data-scheme' },
  colorSchemes: {
    light: {
      palette: {
        primary: { main: '#22303a', contrastText: '#fff' },
        secondary: { main: '#a83f0c', contrastText: '#fff' },
        info: { main: '#3d5464' },
        background: { default: '#f1eae1', paper: '#fffcf8' },
        text: { primary: '#18222a', secondary: '#4a555d' },
        divider: '#d5c9bb',
        hand: '#a83f0c',
        earth: '#e2d5c5',
        pipe: '#3d5464',
        line: '#8c8073',
        go: '#23633b',
        watch: '#775600',
        mend: '#a83f0c',
        stop: '#96142e',
      },
    },
    dark: {
      palette: {
        primary: { main: '#dfe7ec', contrastText: '#131b21' },
        secondary: { main: '#ff9a5c', contrastText: '#20130a' },
        info: { main: '#9db4c3' },
        background: { default: '#141b20', paper: '#1d262d' },
        text: { primary: '#f4efe9', secondary: '#bfc6cb' },
        divider: '#3a464f',
        hand: '#ff9a5c',
        earth: '#2b2724',
        pipe: '#9db4c3',
        line: '#7e8a92',
        go: '#7fd29a',
        watch: '#f0c64a',
        mend: '#ff9a5c',
        stop: '#ff8c9c',
      },
    },
  },
  shape: { borderRadius: 4 },
  typography: {
    fontFamily: '"Archivo Variable", system-ui, sans-serif',
    fontSize: 15,
    h1: { fontSize: '1.7rem', fontWeight: 680, letterSpacing: '-0.01em' },
    h2: { fontSize: '1.2rem', fontWeight: 660 },
    h3: { fontSize: '1rem', fontWeight: 660 },
    button: { textTransform: 'none', fontWeight: 640, fontSize: '1rem' },
    overline: { fontSize: '0.75rem', fontWeight: 640, letterSpacing: '0.06em', lineHeight: 1.4 },
  },
  components: {
    MuiButton: { styleOverrides: { root: { minHeight: 48 } }, defaultProps: { disableElevation: true } },
    MuiIconButton: { styleOverrides: { root: { minWidth: 48, minHeight: 48 } } },
    MuiToggleButton: {
      styleOverrides: { root: { color: 'var(--mui-palette-text-primary)', minHeight: 52, textTransform: 'none', fontSize: '1rem', fontWeight: 640 } },
    },
    MuiPaper: { defaultProps: { elevation: 0, variant: 'outlined' } },
    MuiInputBase: { styleOverrides: { input: { fontFamily: numbers, fontSize: '1.15rem' } } },
    MuiFormLabel: { styleOverrides: { root: readable } },
    MuiFormHelperText: { styleOverrides: { root: readable } },
    MuiSelect: {
      styleOverrides: { select: { fontFamily: 'inherit' } },
      // The press that opens a list would choose what comes to lie under it, where it lasts longer than a blink: on a slow tablet, under a glove.
      defaultProps: { MenuProps: { slotProps: { list: { onMouseUpCapture: (e: { stopPropagation: () => void }) => e.stopPropagation() } } } },
    },
    MuiCssBaseline: {
      styleOverrides: {
        ':root[data-sun][data-scheme="light"]': inSun,
        a: { color: 'inherit' },
        '.num': { fontFamily: numbers, fontVariantNumeric: 'tabular-nums' },
      },
    },
  },
});
