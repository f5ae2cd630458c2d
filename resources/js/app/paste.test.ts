import { describe, expect, it } from 'vitest';
import { cellsOf, laid } from './paste';

const columns = [
  { key: 'kind', label: 'What it is', choices: ['end', 'bend'] },
  { key: 'station_m', label: 'Station, m' },
  { key: 'level_m', label: 'Level' },
];
const empty = { kind: 'end', station_m: '', level_m: '' };

describe('a table pasted from a spreadsheet', () => {
  it('is told from a single number, which goes into its field as ever', () => {
    expect(cellsOf('12,5')).toBeNull();
    expect(cellsOf('12,5\n')).toBeNull();
    expect(cellsOf('1\t2\r\n3\t4\r\n')).toEqual([
      ['1', '2'],
      ['3', '4'],
    ]);
    expect(cellsOf('1\n2')).toEqual([['1'], ['2']]);
  });

  it('fills rows from where it was pasted, and makes those that are missing', () => {
    expect(
      laid(
        [{ ...empty }],
        columns,
        [
          ['10', '4'],
          ['20', ''],
        ],
        { row: 0, column: 'station_m' },
        empty,
      ),
    ).toEqual([
      { kind: 'end', station_m: '10', level_m: '4' },
      { kind: 'end', station_m: '20', level_m: '' },
    ]);
    expect(laid([{ ...empty, level_m: '9' }], columns, [['5'], ['6']], { row: 1, column: 'level_m' }, empty).map((r) => r.level_m)).toEqual(['9', '5', '6']);
  });

  it('goes by its headings where they were copied along, in whatever order', () => {
    expect(
      laid(
        [],
        columns,
        [
          ['Level [m]', 'Station', 'What it is'],
          ['4,2', '10', 'BEND'],
        ],
        { row: 0, column: 'kind' },
        empty,
      ),
    ).toEqual([{ kind: 'bend', station_m: '10', level_m: '4,2' }]);
  });

  it('takes no word that a column does not know, and nothing beyond the last column', () => {
    expect(laid([{ ...empty }], columns, [['elbow', '1', '2', '3']], { row: 0, column: 'kind' }, empty)).toEqual([
      { kind: 'end', station_m: '1', level_m: '2' },
    ]);
  });
});
