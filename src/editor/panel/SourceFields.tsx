'use client';

import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import {
  type Coat,
  clipWords,
  type Design,
  type Faces,
  fieldLabel,
  holders,
  holdsParts,
  holdWords,
  isPrimitive,
  kindLabel,
  makeId,
  operationWords,
  type Part,
  primitives,
} from '@/core';
import { familyOf } from '@/core/edit';
import { ChoiceField } from '../fields/ChoiceField';
import { ColourField } from '../fields/colour/ColourField';
import { ParamFields } from '../fields/ParamFields';
import { SwitchField } from '../fields/SwitchField';
import { changePart, layDown, run, takeTool } from '../state/actions';
import { usePaced } from '../state/paced';
import { set } from '../state/store';
import { faces as facesTool } from '../tools/faces';
import { LetteringFields } from './lettering/LetteringFields';
import { Section } from './Section';

const changeSource = (part: Part, label: string, name: string, value: unknown): void =>
  changePart(label, part.id, (p) => ({
    ...p,
    source: { ...p.source, [name]: value } as Part['source'],
  }));

const bare = (coats: readonly Coat[]): string => JSON.stringify(coats.map((c) => ({ ...c, id: '' })));

/** Parts inside whose look a combination may take. */
function lookGivers(design: Design, part: Part): Part[] {
  const inside = familyOf(design, part.id).slice(1);
  return inside.map((id) => design.parts[id]).filter((p) => p.coats.length);
}

/** Whose look a painted holder has, and those it could have. */
function LookOf({ part }: { part: Part }) {
  const design = usePaced((s) => s.design);
  if (!design) return null;
  const givers = lookGivers(design, part);
  if (!givers.length) return null;
  const now = givers.find((g) => bare(g.coats) === bare(part.coats));
  const own = 'Its own';
  const names = givers.map((g) => g.name);
  return (
    <ChoiceField
      label="Look of"
      value={now?.name ?? own}
      options={now ? names : [own, ...names]}
      onChange={(name) => {
        const giver = givers.find((g) => g.name === name);
        if (giver)
          changePart('Look', part.id, (p) => ({
            ...p,
            coats: giver.coats.map((c) => ({ ...c, id: makeId() })),
            finishes: giver.finishes.map((f) => ({ ...f, id: makeId() })),
          }));
      }}
    />
  );
}

function FacesFields({ part, source }: { part: Part; source: Faces }) {
  const press = usePaced((s) => s.facePress);
  const atHand = usePaced((s) => s.tool === facesTool);
  const faces = usePaced((s) => s.report?.faces);
  const kept = faces?.filter((f) => !f.dropped).length ?? 0;
  const all = faces?.map((f) => f.key) ?? [];
  const words = { keep: 'Keep / drop', colour: 'Colour' } as const;
  const change = (label: string, change: { do: 'part' | 'keep' }) =>
    void run(label, { do: 'change-faces', id: part.id, keys: all, change });
  return (
    <Section title="Faces">
      <Typography variant="body2" color="text.secondary">
        {kept} of {all.length} kept
        {source.regions.length ? `, ${source.regions.length} joined or coloured` : ''}
      </Typography>
      <SwitchField
        label="Faces at hand"
        value={atHand}
        onChange={(on) => (on ? takeTool(facesTool) : layDown())}
      />
      <ChoiceField
        label="Press to"
        value={press.do}
        options={words}
        onChange={(way) => set({ facePress: { ...press, do: way as keyof typeof words } })}
      />
      {press.do === 'colour' && (
        <ColourField
          label="Colour"
          value={press.colour}
          onChange={(colour) => set({ facePress: { ...press, colour } })}
        />
      )}
      <Button size="small" onClick={() => change('Keep all faces', { do: 'keep' })}>
        Keep all
      </Button>
      <Button size="small" onClick={() => change('Part all faces', { do: 'part' })}>
        Part what is joined
      </Button>
    </Section>
  );
}

const holdingWords = {
  plain: 'Blend modes inside reach what lies under the group.',
  isolated: 'Blend modes inside reach the members only.',
  'knock-out': 'Each member takes out what lies under it in the group.',
} as const;

/** What the chosen lock-up’s lengths are told in. */
function LockUpUnit() {
  const unit = usePaced((s) => s.report?.lockUp?.unit);
  if (unit === undefined) return null;
  return (
    <Typography variant="body2" color="text.secondary" role="note">
      {unit > 0
        ? `One measure is ${Number(unit.toFixed(2))} units here. The order of the parts is the order they stand in.`
        : 'There are no level words inside to measure by: the parts stay where they are.'}
    </Typography>
  );
}

/** The controls of what a part starts from. */
export function SourceFields({ part }: { part: Part }) {
  const { source } = part;
  if (source.kind === 'combine')
    return (
      <Section title="Combination">
        <ChoiceField
          label="Operation"
          value={source.operation}
          options={operationWords}
          onChange={(operation) => changeSource(part, 'Operation', 'operation', operation)}
        />
        <LookOf part={part} />
      </Section>
    );
  if (source.kind === 'faces') return <FacesFields part={part} source={source} />;
  if (source.kind === 'group')
    return (
      <Section title="Group">
        <SwitchField
          label="Topmost part clips"
          value={source.clip ?? false}
          onChange={() => void run('Clip', { do: 'clip', ids: [part.id] })}
        />
        {source.clip && (
          <ChoiceField
            label="Clips by its"
            value={source.clipBy ?? 'shape'}
            options={clipWords}
            onChange={(v) => changeSource(part, 'Clips by its', 'clipBy', v)}
          />
        )}
        <ChoiceField
          label="Holds together"
          value={source.holds ?? 'plain'}
          options={holdWords}
          onChange={(v) => changeSource(part, 'Holds together', 'holds', v)}
        />
        <Typography variant="body2" color="text.secondary">
          {holdingWords[source.holds ?? 'plain']}
        </Typography>
      </Section>
    );
  if (source.kind === 'piece')
    return (
      <Section title="Piece">
        <Typography variant="body2" color="text.secondary">
          Follows what it is cut from. Plain path makes it stand alone.
        </Typography>
      </Section>
    );
  if (source.kind === 'lettering') return <LetteringFields part={part} l={source} />;
  const { kind, ...params } = source;
  const { fields } = holdsParts(source) ? holders[source.kind] : primitives[kind];
  if (!fields.length || !(isPrimitive(source) || holdsParts(source))) return null;
  return (
    <Section title={kindLabel('source', kind)}>
      {kind === 'lock-up' && <LockUpUnit />}
      <ParamFields
        fields={fields}
        params={params as Record<string, unknown>}
        at="source"
        onChange={(name, value) => changeSource(part, fieldLabel(fields, name), name, value)}
      />
    </Section>
  );
}
