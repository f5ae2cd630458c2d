import { expect, test } from 'vitest';
import { ApiError } from '../api/client';
import { besides, faultAt, faultOf } from './useForm';

const said = (...faults: [string, string][]) =>
  new ApiError(
    422,
    'Give a reason of ten letters or more.',
    faults.map(([field, detail]) => ({ field, detail, value: null })),
  );

test('what is wrong with one field alone is said there in a whole sentence, of several each in its own words', () => {
  expect(faultOf(said(['reason', 'too short']), 'reason')).toBe('Give a reason of ten letters or more.');
  expect(faultOf(said(['reason', 'too short'], ['value', 'no number']), 'value')).toBe('no number');
  expect(faultAt(said(['reason', 'too short']), 'value', 'In bar')).toEqual({ error: false, helperText: 'In bar' });
  expect(faultOf(new Error('No connection.'), 'reason')).toBeUndefined();
});

// Found: a fault of something that the form does not show was said nowhere.
test('what none of the fields says is said below them', () => {
  expect(besides(said(['limit', 'unknown']), 'value', 'reason')).toBe('Give a reason of ten letters or more.');
  expect(besides(said(['reason', 'too short']), 'value', 'reason')).toBeNull();
  expect(besides(said(['pipe.dn_mm', 'no number']), 'pipe')).toBeNull();
  expect(besides(said(['reason', 'too short'], ['limit', 'unknown']), 'reason')).toBe('Give a reason of ten letters or more.'); // one of two is shown nowhere
  expect(besides(said(), 'reason')).toBe('Give a reason of ten letters or more.');
  expect(besides(new Error('No connection.'), 'reason')).toBe('No connection.');
  expect(besides(null, 'reason')).toBeNull();
});
