'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import {
  type Coat,
  convertPaint,
  fieldLabel,
  isGradient,
  type Paint,
  type Part,
  paintOf,
  paints,
} from '@/core';
import { commands } from '@/core/edit';
import { ChoiceField } from '../../fields/ChoiceField';
import { ParamFields } from '../../fields/ParamFields';
import { SwitchField } from '../../fields/SwitchField';
import { changePart, run } from '../../state/actions';
import { usePaced } from '../../state/paced';
import { workOnTile } from '../../state/tile';
import { Section } from '../Section';
import { GradientEditor } from './GradientEditor';
import { MeshEditor } from './MeshEditor';
import { StripesEditor } from './StripesEditor';

const paintWords = Object.fromEntries(Object.entries(paints).map(([kind, d]) => [kind, d.label]));

/** The controls that one kind of paint has beside its numbers. */
function OwnFields({ part, coat, put }: { part: Part; coat: Coat; put(paint: Paint, label?: string): void }) {
  const { paint } = coat;
  const ref = { id: part.id, coat: coat.id };
  const address = `coats/${coat.id}/paint`;
  if (isGradient(paint))
    return (
      <>
        <GradientEditor paint={paint} coat={ref} onChange={(p) => put(p, 'Gradient')} />
        <SwitchField
          label="Fixed to the sheet"
          value={paint.fixed}
          onChange={(fixed) => void run('Fix gradient', { do: 'fix-gradient', coat: ref, fixed })}
        />
      </>
    );
  if (paint.kind === 'pattern')
    return (
      <Button variant="outlined" disabled={!paint.tile} onClick={() => void workOnTile(ref)}>
        Edit the tile in place
      </Button>
    );
  if (paint.kind === 'mesh') return <MeshEditor paint={paint} coat={ref} onChange={put} />;
  if (paint.kind === 'stripes') return <StripesEditor paint={paint} address={address} onChange={put} />;
  return null;
}

/** What can be done with a picture beside fitting it. */
const TraceButton = ({ part, image }: { part: Part; image: string }) => (
  <Button
    variant="outlined"
    disabled={!image}
    onClick={() => void run(commands['trace-pictures'].label, { do: 'trace-pictures', ids: [part.id] })}
  >
    Trace to areas
  </Button>
);

/** What a coat is painted with. */
export function PaintFields({ part, coat }: { part: Part; coat: Coat }) {
  const fault = usePaced((s) => s.faults.find((f) => f.card === coat.id)?.message);
  const put = (paint: Paint, label = 'Paint') =>
    changePart(label, part.id, (p) => ({
      ...p,
      coats: p.coats.map((c) => (c.id === coat.id ? { ...c, paint } : c)),
    }));
  const { paint } = coat;
  const switchTo = (kind: Paint['kind']) => {
    if (kind === 'mesh')
      void run('Mesh', {
        do: 'fit-mesh',
        coat: { id: part.id, coat: coat.id },
        rows: 2,
        columns: 2,
        shift: 0,
      });
    else put(convertPaint(paint, kind));
  };
  const fields = paintOf(paint)
    .fields(paint)
    .filter((f) => f.name !== 'smooth');
  return (
    <Section title="Paint">
      <ChoiceField
        label="Kind"
        value={paint.kind}
        options={paintWords}
        onChange={(k) => switchTo(k as Paint['kind'])}
      />
      {fault && (
        <Box role="note" sx={{ color: 'text.secondary', fontSize: 13 }}>
          {fault}
        </Box>
      )}
      <OwnFields part={part} coat={coat} put={put} />
      <ParamFields
        fields={fields}
        params={paint as unknown as Record<string, unknown>}
        at={`coats/${coat.id}/paint`}
        ofWholeSheet
        onChange={(name, value) => put({ ...paint, [name]: value } as Paint, fieldLabel(fields, name))}
      />
      {paint.kind === 'picture' && <TraceButton part={part} image={paint.image} />}
    </Section>
  );
}
