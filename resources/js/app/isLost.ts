import { ApiError } from '../api/client';

/**
 * Whether a page cannot be shown: nothing of it is here yet, or the server says that it is not for whoever looks at it. While the server cannot be reached
 * what is on the screen stays there, with whatever somebody is typing into it.
 */
export const isLost = ({ error, data }: { error: Error | null; data: unknown }): boolean =>
  error !== null && (data === undefined || (error instanceof ApiError && error.status < 500));
