'use client';

import { type Coat, isGroup, type Part, shownCoatFields } from '@/core';
import { ParamFields } from '../fields/ParamFields';
import { wordFor } from '../fields/words';
import { changePart } from '../state/actions';
import { PaintFields } from './paint/PaintFields';
import { Section } from './Section';

/** A coat's paint and its own numbers. */
export function CoatFields({ part, coat }: { part: Part; coat: Coat }) {
  return (
    <>
      <PaintFields part={part} coat={coat} />
      <Section title={wordFor(coat.kind)}>
        <ParamFields
          fields={shownCoatFields(coat, isGroup(part.source))}
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
