import { expect, test } from 'vitest';
import { ApiError, ConnectionLost } from '../api/client';
import { isLost } from './isLost';

test('a page that stands on the screen goes only where the server says that it is not for whoever looks at it', () => {
  const page = { name: 'bench' };
  expect(isLost({ error: null, data: page })).toBe(false);
  expect(isLost({ error: new ConnectionLost(), data: page })).toBe(false);
  expect(isLost({ error: new ApiError(503, 'Later.'), data: page })).toBe(false);
  expect(isLost({ error: new ApiError(403, 'Not yours.'), data: page })).toBe(true);
  expect(isLost({ error: new ApiError(404, 'Gone.'), data: page })).toBe(true);
  expect(isLost({ error: new ConnectionLost(), data: undefined })).toBe(true);
  expect(isLost({ error: new ApiError(500, 'Later.'), data: undefined })).toBe(true);
});
