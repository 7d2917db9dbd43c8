'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { useEffect } from 'react';
import { NumberField } from '../fields/NumberField';
import { run } from '../state/actions';
import { usePaced } from '../state/paced';
import { set, type TidyState } from '../state/store';
import { studioEngine } from '../state/studio';
import { Section } from './Section';

const change = (values: Partial<TidyState>): void => set((s) => ({ tidy: { ...s.tidy, ...values } }));

/** How long the design must stay as it is before it is looked through again, milliseconds. */
const calm = 200;

/** The faults of the sheet, each with what is wrong, to be seen on the sheet and mended. */
export function TidyFields() {
  const { tolerance, faults } = usePaced((s) => s.tidy);
  const unseen = faults.filter((f) => !f.seen).length;
  const version = usePaced((s) => s.version);
  useEffect(() => {
    if (version < 0) return;
    let live = true;
    const timer = setTimeout(() => {
      void studioEngine()
        .studio.tidy(tolerance)
        .then((found) => live && change({ faults: found }));
    }, calm);
    return () => {
      live = false;
      clearTimeout(timer);
    };
  }, [tolerance, version]);
  const mend = (ids: readonly string[] | 'all') => void run('Mend', { do: 'mend', faults: ids, tolerance });
  return (
    <Section title="Tidy check">
      <NumberField
        label="Near means"
        value={tolerance}
        min={0.001}
        max={100}
        onChange={(v) => change({ tolerance: v })}
      />
      {faults.length === 0 ? (
        <Typography variant="body2" color="text.secondary">
          Nothing to mend.
        </Typography>
      ) : (
        <>
          {unseen > 0 && (
            <Button size="small" variant="outlined" onClick={() => mend('all')}>
              Mend all {unseen}
            </Button>
          )}
          <Box component="ul" aria-label="Faults" sx={{ listStyle: 'none', m: 0, p: 0 }}>
            {faults.map((f) => (
              <Box
                component="li"
                key={f.id}
                onPointerEnter={() => change({ over: f.id })}
                onPointerLeave={() => change({ over: null })}
                sx={{
                  display: 'flex',
                  alignItems: 'center',
                  gap: 1,
                  py: 0.5,
                  borderBottom: 1,
                  borderColor: 'divider',
                }}
              >
                <Typography variant="body2" sx={{ flex: 1 }}>
                  {f.message}
                </Typography>
                <Button size="small" aria-label={`Mend: ${f.message}`} onClick={() => mend([f.id])}>
                  Mend
                </Button>
              </Box>
            ))}
          </Box>
        </>
      )}
    </Section>
  );
}
