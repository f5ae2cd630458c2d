import { expect, test } from 'vitest';
import { differs } from './judge';

test('a difference is found to the byte, at its place', () => {
  expect(differs({ a: [1, { b: 2 }] }, { a: [1, { b: 2 }] }, 'desk')).toBeNull();
  expect(differs({ a: [1, { b: 2 }] }, { a: [1, { b: 2.000001 }] }, 'desk')).toEqual({ at: 'desk.a.1.b', device: '2', server: '2.000001' });
  expect(differs({ a: 1 }, { a: 1, b: null }, 'desk')).toEqual({ at: 'desk.b', device: '', server: 'null' });
  expect(differs([1, 2], [1], 'desk')).toEqual({ at: 'desk.1', device: '2', server: '' });
});

test('the same in another order is a difference too', () => {
  expect(differs({ a: 1, b: 2 }, { b: 2, a: 1 }, 'desk')).toMatchObject({ at: 'desk' });
});
