'use client';

import { type Coat, coatFields, type Paint, type Part, paintKinds, paints } from '@/core';
import { ChoiceField } from '../fields/ChoiceField';
import { ColourField } from '../fields/ColourField';
import { ParamFields } from '../fields/ParamFields';
import { wordFor } from '../fields/words';
import { changePart } from '../state/actions';
import { GradientEditor } from './GradientEditor';
import { Section } from './Section';

function PaintFields({ part, coat }: { part: Part; coat: Coat }) {
  const put = (paint: Paint, label = 'Paint') =>
    changePart(label, part.id, (p) => ({
      ...p,
      coats: p.coats.map((c) => (c.id === coat.id ? { ...c, paint } : c)),
    }));
  const { paint } = coat;
  const switchTo = (kind: Paint['kind']) => {
    if (kind === 'solid')
      put({
        kind,
        colour: paint.kind === 'solid' ? paint.colour : (paint.stops.at(-1)?.colour ?? '#9a6b1f'),
      });
    else if (paint.kind === 'solid')
      put({
        ...paints[kind].defaults,
        stops: [
          { at: 0, colour: '#fbf1d6' },
          { at: 1, colour: paint.colour },
        ],
      });
    else {
      const { x1, y1, x2, y2 } = paints[kind].defaults;
      put({ ...paint, kind, x1, y1, x2, y2 });
    }
  };
  return (
    <Section title="Paint">
      <ChoiceField
        label="Kind"
        value={paint.kind}
        options={paintKinds}
        onChange={(k) => switchTo(k as Paint['kind'])}
      />
      {paint.kind === 'solid' ? (
        <ColourField
          label="Colour"
          value={paint.colour}
          onChange={(colour) => put({ kind: 'solid', colour }, 'Colour')}
        />
      ) : (
        <GradientEditor paint={paint} onChange={(p) => put(p, 'Gradient')} />
      )}
    </Section>
  );
}

/** A coat's paint and its own numbers. */
export function CoatFields({ part, coat }: { part: Part; coat: Coat }) {
  return (
    <>
      <PaintFields part={part} coat={coat} />
      <Section title={wordFor(coat.kind)}>
        <ParamFields
          fields={coatFields[coat.kind]}
          params={coat as unknown as Record<string, unknown>}
          at={`coats/${coat.id}`}
          onChange={(name, value) =>
            changePart(wordFor(name), part.id, (p) => ({
              ...p,
              coats: p.coats.map((c) => (c.id === coat.id ? { ...c, [name]: value } : c)),
            }))
          }
        />
      </Section>
    </>
  );
}
