'use client';

import { type Coat, fieldLabel, isGroup, kindLabel, type Part, shownCoatFields, steps } from '@/core';
import { ParamFields } from '../fields/ParamFields';
import { changePart } from '../state/actions';
import { PaintFields } from './paint/PaintFields';
import { Section } from './Section';

/** A coat's paint and its own numbers. */
export function CoatFields({ part, coat }: { part: Part; coat: Coat }) {
  const solid = [...part.steps, ...coat.steps].some((c) => steps[c.kind].makesSolid);
  const fields = shownCoatFields(coat, isGroup(part.source), solid);
  return (
    <>
      <PaintFields part={part} coat={coat} />
      <Section title={kindLabel('coats', coat.kind)}>
        <ParamFields
          fields={fields}
          params={coat as unknown as Record<string, unknown>}
          at={`coats/${coat.id}`}
          onChange={(name, value) =>
            changePart(fieldLabel(fields, name), part.id, (p) => ({
              ...p,
              coats: p.coats.map((c) => (c.id === coat.id ? { ...c, [name]: value } : c)),
            }))
          }
        />
      </Section>
    </>
  );
}
