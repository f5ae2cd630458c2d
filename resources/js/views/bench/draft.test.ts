import { expect, test } from 'vitest';
import { isToSend, told, withSent, type Draft } from './draft';

/** The same row of numbers between 0 and 1 for the same seed. */
function chances(seed: number) {
  let at = seed;
  return () => {
    at = (Math.imul(at, 1664525) + 1013904223) >>> 0;
    return at / 2 ** 32;
  };
}

/**
 * Somebody types and enters one value after the other; each answer comes when it comes, several may share one, and the word that all have come may be
 * drawn before what they say. A number is typed over what is marked in the field: that is lost where something else is written into it meanwhile.
 */
function typing(seed: number, values: string[]) {
  const chance = chances(seed);
  let draft: Draft = { text: '', last: '', sent: [] };
  let entered = '';
  const onWay: string[] = [];
  const toDraw: string[] = [];
  const reached: string[] = [];
  const written: string[] = [];
  const look = () => {
    const before = draft.text;
    draft = told(draft, { entered, busy: onWay.length > 0, error: null });
    if (draft.text !== before) written.push(`${before} → ${draft.text}`);
  };
  const others = () => {
    while (chance() < 0.5) {
      if (chance() < 0.5 && onWay.length > 0) {
        const shared = onWay.splice(0, 1 + Math.floor(chance() * onWay.length));
        toDraw.push(shared.at(-1) ?? '');
      } else if (toDraw.length > 0) entered = toDraw.shift() ?? '';
      look();
    }
  };
  for (const value of values) {
    others();
    draft = { ...draft, text: value };
    look();
    others();
    if (!isToSend(draft, { entered, busy: onWay.length > 0, error: null })) continue;
    draft = withSent(draft);
    onWay.push(draft.text);
    reached.push(draft.text);
    look();
  }
  toDraw.push(...onWay.splice(0));
  while (toDraw.length > 0) {
    entered = toDraw.shift() ?? '';
    look();
  }
  return { reached, written, draft };
}

test('of what is typed faster than it is answered everything is sent, and nothing older is written into the field', () => {
  const values = Array.from({ length: 300 }, (_, k) => String((50 + k) / 10));
  for (let seed = 1; seed <= 200; seed++) {
    const { reached, written, draft } = typing(seed, values);
    expect(reached).toEqual(values);
    expect(written).toEqual([]);
    expect(draft.text).toBe(values.at(-1));
  }
});

test('what the record makes of it is written into the field once it is the last', () => {
  const typedSo = withSent({ text: '14,5', last: '12', sent: [] });
  expect(told(typedSo, { entered: '12', busy: true, error: null })).toEqual(typedSo);
  expect(told(typedSo, { entered: '14.5', busy: false, error: null })).toEqual({ text: '14.5', last: '14.5', sent: [] });
});

test('what somebody else answered stands where nobody types, and waits where somebody does', () => {
  expect(told({ text: '12', last: '12', sent: [] }, { entered: '13', busy: false, error: null }).text).toBe('13');
  expect(told({ text: '14', last: '12', sent: [] }, { entered: '13', busy: false, error: null }).text).toBe('14');
});

test('what was refused stays in the field, and may be sent again as it is', () => {
  const refused = told(withSent({ text: '999', last: '12', sent: [] }), { entered: '12', busy: false, error: 'At most 60.' });
  expect(refused.text).toBe('999');
  expect(isToSend(refused, { entered: '12', busy: false, error: 'At most 60.' })).toBe(true);
  expect(isToSend(withSent(refused), { entered: '12', busy: true, error: null })).toBe(false);
});
