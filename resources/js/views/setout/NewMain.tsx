import { useState } from 'react';
import { useNavigate } from 'react-router';
import { Alert, Box, Button, InputAdornment, MenuItem, Paper, Stack, TextField, Typography } from '@mui/material';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { answered, api, type Schemas } from '../../api/client';
import { JOB, systemsQuery } from '../../api/queries';
import { typedNumber } from '../../app/numbers';
import { useWork } from '../../app/session';
import { faultOf, general } from '../../app/useForm';
import { useUnits } from '../../app/useUnits';

const SERVICES = [
  ['water', 'Water'],
  ['sewer_rising', 'Rising main'],
  ['sewer_gravity', 'Gravity sewer'],
  ['gas', 'Gas'],
] as const;
const PE_FUSED = 'pe_fused';
/** key, label, unit (small: as the rulebook shows sizes), whether it must be given */
type Field = readonly [string, string, string, boolean];
const DESIGN: Field = ['design_bar', 'Design pressure', 'bar', false];
const GASKETED: Field[] = [
  ['dn_mm', 'DN', 'mm', true],
  ['pn_bar', 'Class PN', 'bar', false],
  ['od_mm', 'Outside diameter', 'small', true],
  ['wall_mm', 'Wall', 'small', true],
  DESIGN,
];
const FUSED: Field[] = [['size', 'Size on the print line', 'size', true], ['sdr', 'SDR (DR)', '', true], DESIGN];
const CONVENTIONS = [
  ['metric', 'dn in mm'],
  ['ips', 'iron pipe size (IPS), inches'],
  ['dips', 'ductile iron pipe size (DIPS), inches'],
] as const;

/** A main to be set out: its name, joint system and pipe. */
export function NewMain() {
  const { job, chooseMain } = useWork();
  const client = useQueryClient();
  const navigate = useNavigate();
  const systems = useQuery(systemsQuery);
  const [name, setName] = useState('');
  const [service, setService] = useState<(typeof SERVICES)[number][0]>('water');
  const [system, setSystem] = useState('grp_coupling');
  const [texts, setTexts] = useState<Record<string, string>>({});
  const [convention, setConvention] = useState<string>('metric');
  const { display } = useUnits();
  const fused = system === PE_FUSED;
  const unitOf = (unit: string) => (unit === 'small' ? display.small.symbol : unit === 'size' ? (convention === 'metric' ? 'mm' : 'in') : unit);
  const create = useMutation({
    mutationFn: () => {
      const v = (key: string, shown?: Schemas['Display']) => typedNumber(texts[key], shown);
      const design = v('design_bar');
      const pipe = fused
        ? { convention, size: v('size'), sdr: v('sdr') }
        : { dn_mm: v('dn_mm'), pn_bar: v('pn_bar'), od_mm: v('od_mm', display.small), wall_mm: v('wall_mm', display.small) };
      return answered(
        api.POST('/jobs/{job}/mains', {
          params: { path: { job: job.id } },
          body: {
            name,
            service,
            system,
            ...pipe,
            design_pressure_kpa: typeof design === 'number' ? design * 100 : design,
          },
        }),
      );
    },
    onSuccess: async (made) => {
      await client.invalidateQueries({ queryKey: JOB });
      chooseMain(made.main.id);
      void navigate('/setout');
    },
  });
  const wrong = (field: string) => faultOf(create.error, field);
  const fault = (key: string) => wrong(key === 'design_bar' ? 'design_pressure_kpa' : key);
  return (
    <Paper component="form" aria-label="New main" sx={{ p: 2.5, maxWidth: 760 }} onSubmit={(e) => (e.preventDefault(), create.mutate())}>
      <Typography variant="h1">New main</Typography>
      <Typography sx={{ mb: 2 }}>Name it and say what pipe it is made of; its alignment comes next.</Typography>
      <Box sx={{ display: 'grid', gridTemplateColumns: { xs: 'minmax(0,1fr)', sm: 'repeat(2, minmax(0,1fr))' }, gap: 2 }}>
        <TextField
          label="Name of the main"
          value={name}
          onChange={(e) => setName(e.target.value)}
          error={wrong('name') !== undefined}
          helperText={wrong('name')}
        />
        <TextField select label="What flows in it" value={service} onChange={(e) => setService(e.target.value as typeof service)}>
          {SERVICES.map(([id, words]) => (
            <MenuItem key={id} value={id} sx={{ minHeight: 52 }}>
              {words}
            </MenuItem>
          ))}
        </TextField>
        <TextField
          select
          label="Joint system"
          value={systems.data ? system : ''}
          onChange={(e) => setSystem(e.target.value)}
          helperText={wrong('system') ?? 'A product of its own is added under Rules, Joint systems.'}
          sx={{ gridColumn: '1 / -1' }}
        >
          <MenuItem value={PE_FUSED} sx={{ minHeight: 52 }}>
            Fused PE: electrofusion couplers
          </MenuItem>
          {(systems.data?.systems ?? []).map((s) => (
            <MenuItem key={s.key} value={s.key} sx={{ minHeight: 52 }}>
              {s.title}
            </MenuItem>
          ))}
        </TextField>
        {fused && (
          <TextField
            select
            label="The print line sizes the pipe by"
            value={convention}
            onChange={(e) => setConvention(e.target.value)}
            error={wrong('convention') !== undefined}
            helperText={wrong('convention')}
            sx={{ gridColumn: '1 / -1' }}
          >
            {CONVENTIONS.map(([id, words]) => (
              <MenuItem key={id} value={id} sx={{ minHeight: 52 }}>
                {words}
              </MenuItem>
            ))}
          </TextField>
        )}
        {(fused ? FUSED : GASKETED).map(([key, label, unit, required]) => (
          <TextField
            key={key}
            label={required ? label : `${label} (if any)`}
            value={texts[key] ?? ''}
            onChange={(e) => setTexts({ ...texts, [key]: e.target.value })}
            error={fault(key) !== undefined}
            helperText={fault(key)}
            slotProps={{ htmlInput: { inputMode: 'decimal' }, input: { endAdornment: <InputAdornment position="end">{unitOf(unit)}</InputAdornment> } }}
          />
        ))}
      </Box>
      {general(create.error) && (
        <Alert severity="error" sx={{ mt: 2 }}>
          {general(create.error)}
        </Alert>
      )}
      <Stack direction="row" spacing={1.5} sx={{ mt: 2 }}>
        <Button type="submit" variant="contained" color="secondary" disabled={create.isPending} sx={{ minHeight: 56, px: 4 }}>
          Make this main
        </Button>
        <Button onClick={() => void navigate('/setout')} sx={{ minHeight: 56 }}>
          Leave it
        </Button>
      </Stack>
    </Paper>
  );
}
