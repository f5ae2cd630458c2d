import { describe, expect, it } from 'vitest';
import { numbers, typedParts, typedPoints } from './typed';

describe('what was typed of an alignment', () => {
  it.each([
    ['12.5 40 7', [12.5, 40, 7]],
    ['12,5 40 7,25', [12.5, 40, 7.25]],
    ['12,5;40;7,25', [12.5, 40, 7.25]],
    ['12.5,40,7.25', [12.5, 40, 7.25]],
    ['  3\t-4  ', [3, -4]],
    ['x 4', ['x', 4]],
    ['1O 4', ['1O', 4]],
  ])('reads “%s”', (line, expected) => expect(numbers(line)).toEqual(expected));

  it('takes stations only where one was typed, and leaves empty rows out', () => {
    const row = (station_m: string, easting_m: string, northing_m: string, level_m: string) => ({ station_m, easting_m, northing_m, level_m });
    expect(typedPoints([row('0', '10', '20', '5'), row('', '', '', ''), row('50', '40', '60', '5,5')])).toEqual({
      points: [
        { station_m: 0, easting_m: 10, northing_m: 20, level_m: 5 },
        { station_m: 50, easting_m: 40, northing_m: 60, level_m: 5.5 },
      ],
    });
    expect(typedPoints([row('', '10', '20', ''), row('', '40', 'x', '5')])).toEqual({
      points: [
        { easting_m: 10, northing_m: 20, level_m: null },
        { easting_m: 40, northing_m: 'x', level_m: 5 },
      ],
    });
  });

  it('takes a part without a radius as a straight, a level without a curve as a break', () => {
    expect(typedParts('100 200 90', '24\n96 -320', '0 5\n80 4,5 16')).toEqual({
      easting_m: 100,
      northing_m: 200,
      azimuth_deg: 90,
      parts: [
        { length_m: 24, radius_m: 0 },
        { length_m: 96, radius_m: -320 },
      ],
      levels: [
        { station_m: 0, level_m: 5, curve_m: 0 },
        { station_m: 80, level_m: 4.5, curve_m: 16 },
      ],
    });
  });
});
