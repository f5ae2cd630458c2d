import { Component, type ErrorInfo, type ReactNode } from 'react';
import { Alert, Button } from '@mui/material';

interface Props {
  /** Another view, another try. */
  view: string;
  children: ReactNode;
}

/** A view that fails takes nothing else with it: the line, the clocks and the other views go on. */
export class ViewBoundary extends Component<Props, { error: Error | null }> {
  override state = { error: null as Error | null };

  static getDerivedStateFromError(error: Error) {
    return { error };
  }

  override componentDidCatch(error: Error, info: ErrorInfo) {
    console.error(error, info.componentStack);
  }

  override componentDidUpdate(before: Props) {
    if (before.view !== this.props.view && this.state.error) this.setState({ error: null });
  }

  override render() {
    if (!this.state.error) return this.props.children;
    return (
      <Alert
        severity="error"
        action={
          <Button color="inherit" onClick={() => this.setState({ error: null })}>
            Try again
          </Button>
        }
      >
        This view cannot be shown. What was entered is kept. Try again, or go on in another view; tell the office if it stays.
      </Alert>
    );
  }
}
