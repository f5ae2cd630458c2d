import { describe, expect, it } from 'vitest';
import { STATES } from '../instruments/line/states';
import { nextJoint } from './selection';
import { dayAndTime, jobNow, setJobNow, timeOfDay, uuid } from './time';

describe('time on the job', () => {
  it("runs by the server's word, not by this device", () => {
    setJobNow(new Date(Date.now() + 3_600_000).toISOString());
    expect(Math.abs(jobNow() - Date.now() - 3_600_000)).toBeLessThan(50);
    setJobNow(new Date().toISOString());
  });
  it("is shown in the job's zone: 23:30 in London is 00:30 in Berlin, a day later", () => {
    expect(timeOfDay('2026-11-23T23:30:00+00:00', 'Europe/Berlin')).toBe('00:30');
    expect(dayAndTime('2026-11-23T23:30:00+00:00', 'Europe/Berlin')).toBe('24 Nov, 00:30');
    expect(timeOfDay('2026-07-23T12:00:00Z', 'Europe/Berlin')).toBe('14:00');
  });
});

describe('ids of entries', () => {
  it('are version 4 UUIDs and never twice the same', () => {
    const many = new Set(Array.from({ length: 500 }, uuid));
    expect(many.size).toBe(500);
    for (const id of many) expect(id).toMatch(/^[0-9a-f]{8}-[0-9a-f]{4}-4[0-9a-f]{3}-[89ab][0-9a-f]{3}-[0-9a-f]{12}$/);
  });
});

describe('the next joint', () => {
  const line = (...states: string[]) => states.map((state, k) => ({ number: k + 1, state }));
  it.each([
    ['the first not begun', line('accepted', 'cooling', 'planned', 'planned'), 3],
    ['one in work before one not begun', line('accepted', 'in_work', 'planned'), 2],
    ['one to mend', line('mend', 'planned'), 1],
    ['none that cools, is stopped or is done', line('accepted', 'overruled', 'cooling', 'stop'), null],
    ['none on an empty line', [], null],
  ])('is %s', (_, joints, expected) => expect(nextJoint(joints)).toBe(expected));
});

describe('states of joints', () => {
  it('have each a letter of their own, so that colour only repeats it', () => {
    const letters = Object.values(STATES).map((state) => state.letter);
    expect(new Set(letters).size).toBe(letters.length);
  });
});
