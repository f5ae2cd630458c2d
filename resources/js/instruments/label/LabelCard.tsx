import { Box, Typography } from '@mui/material';
import type { Schemas } from '../../api/client';
import { SeverityMark } from '../severity/SeverityMark';

type Field = Schemas['LabelField'];

interface Row {
  name: string;
  unit: string;
  printed: number | null;
  decoded: Field | undefined;
  shown: number | null;
  finding: Schemas['Finding'] | undefined;
}
interface Props {
  fields: Record<string, Field> | null;
  source: string;
  /** the value of a reading of this weld, by its plain name */
  value: (name: string) => number | null;
  /** the worst finding about a value of this weld */
  finding: (...rules: string[]) => Schemas['Finding'] | undefined;
}

const cell = { py: 0.75, px: 1.5, borderTop: '1px solid', borderColor: 'divider' } as const;
const say = (value: number | string | null | undefined, unit: string) => (value === null || value === undefined ? '–' : `${value} ${unit}`);

/** What is printed, what the bar code says, and what the control unit shows, side by side. The printed label rules. */
export function LabelCard({ fields, source, value, finding }: Props) {
  const rows: Row[] = [
    { name: 'Size', unit: 'mm', printed: value('printed_dn_mm'), decoded: fields?.diameter_mm, shown: null, finding: finding('label.diameter') },
    {
      name: 'Voltage',
      unit: 'V',
      printed: value('printed_voltage_v'),
      decoded: fields?.voltage_v,
      shown: value('unit_shows_voltage_v'),
      finding: finding('label.voltage', 'unit_shows.voltage'),
    },
    {
      name: 'Time',
      unit: 's',
      printed: value('printed_fusion_time_s'),
      decoded: fields?.fusion_time_s,
      shown: value('unit_shows_time_s'),
      finding: finding('label.time', 'unit_shows.time'),
    },
    { name: 'Resistance', unit: 'Ω', printed: value('printed_resistance_ohm'), decoded: fields?.resistance_ohm, shown: null, finding: undefined },
  ];
  const digits = [fields?.diameter_mm, fields?.voltage_v, fields?.fusion_time_s, fields?.resistance_ohm].map((field) => field?.digits).join(', ');
  return (
    <Box>
      <Box
        component="table"
        aria-label="The label three ways"
        sx={{ width: '100%', borderCollapse: 'collapse', '& th': { textAlign: 'left', px: 1.5, py: 0.5, fontWeight: 640 }, '& td': cell }}
      >
        <thead>
          <tr>
            <th />
            <th>printed</th>
            <th>bar code</th>
            <th>unit shows</th>
            <th />
          </tr>
        </thead>
        <tbody>
          {rows.map((row) => (
            <tr key={row.name}>
              <td>{row.name}</td>
              {[row.printed, row.decoded?.value, row.shown].map((shown, k) => (
                <td key={k}>
                  <Typography component="span" className="num" sx={{ fontSize: '1.15rem', fontWeight: 700 }}>
                    {say(shown, row.unit)}
                  </Typography>
                </td>
              ))}
              <td>{row.finding && <SeverityMark severity={row.finding.severity} size={22} />}</td>
            </tr>
          ))}
        </tbody>
      </Box>
      <Typography variant="body2" color="text.secondary" sx={{ mt: 0.5 }}>
        {fields ? `Bar code read with the map of ${source}: digits ${digits}. ` : ''}
        The printed label rules; a difference is a stop.
      </Typography>
    </Box>
  );
}
