import '@fontsource-variable/archivo/index.css';
import '@fontsource/b612-mono/400.css';
import '@fontsource/b612-mono/700.css';
import 'uplot/dist/uPlot.min.css';
import { CssBaseline, ThemeProvider } from '@mui/material';
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { createRoot } from 'react-dom/client';
import { BrowserRouter } from 'react-router';
import { ApiError } from './api/client';
import { Shell } from './app/Shell';
import { WorkProvider } from './app/session';
import { theme } from './app/theme';

const client = new QueryClient({
  defaultOptions: {
    queries: { retry: (count, error) => !(error instanceof ApiError) && count < 2, refetchOnWindowFocus: true, networkMode: 'always' },
    mutations: { networkMode: 'always' },
  },
});

const root = document.getElementById('root');
if (root) {
  createRoot(root).render(
    <ThemeProvider theme={theme} defaultMode="light">
      <CssBaseline />
      <QueryClientProvider client={client}>
        <BrowserRouter>
          <WorkProvider>
            <Shell />
          </WorkProvider>
        </BrowserRouter>
      </QueryClientProvider>
    </ThemeProvider>,
  );
}
