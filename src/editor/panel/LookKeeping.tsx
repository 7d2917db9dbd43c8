'use client';

import Button from '@mui/material/Button';
import {
  clipText,
  type Look,
  lookOf,
  looksOf,
  makeId,
  type Part,
  wearLook,
  withLook,
  withoutLook,
} from '@/core';
import { withPart } from '@/core/edit';
import { ChoiceField } from '../fields/ChoiceField';
import { drawnFor } from '../fields/steady';
import { TextField } from '../fields/TextField';
import { changeChosen } from '../state/actions';
import { commit, openedDesign } from '../state/history';
import { usePaced } from '../state/paced';
import { say } from '../state/store';
import { Section } from './Section';

const noLook = 'none';
const choose = 'choose …';
const none: readonly Look[] = [];

function LooksKept({ part }: { part: Part }) {
  const looks = usePaced((s) => (s.design ? looksOf(s.design) : none));
  const worn = looks.find((l) => l.id === part.look);
  // Words, say, may have changed since this was drawn: it is the part of now that is kept and dressed.
  const dress = (label: string, look: Look) => {
    const design = openedDesign();
    commit(label, withLook(withPart(design, wearLook(design.parts[part.id], look)), look));
  };
  const keep = () => {
    const design = openedDesign();
    const own = design.parts[part.id];
    const taken = new Set(looksOf(design).map((l) => l.name));
    let name = own.name;
    for (let n = 2; taken.has(name); n++) name = `${own.name} ${n}`;
    const look: Look = { id: makeId(), name: clipText(name, 60), ...lookOf(own) };
    dress('Keep look', look);
    say(`Kept as “${look.name}”.`);
  };
  const update = (look: Look) => {
    dress(`Change ${look.name}`, { ...look, ...lookOf(openedDesign().parts[part.id]) });
    const wearers = Object.values(openedDesign().parts).filter((p) => p.look === look.id).length;
    say(`${wearers} ${wearers === 1 ? 'part wears' : 'parts wear'} “${look.name}”.`);
  };
  return (
    <Section title="Look">
      <ChoiceField
        label="Wears"
        value={worn?.name ?? noLook}
        options={[noLook, ...looks.map((l) => l.name)]}
        onChange={(name) => {
          const look = looks.find((l) => l.name === name);
          if (!look) return;
          changeChosen(`Wear ${look.name}`, (p) => wearLook(p, look));
        }}
      />
      {worn && (
        <TextField
          label="Name"
          value={worn.name}
          onChange={(name) =>
            commit('Rename look', withLook(openedDesign(), { ...worn, name: clipText(name, 60) }))
          }
        />
      )}
      {looks.length > 0 && !worn && (
        <ChoiceField
          label="Change a look to it"
          value={choose}
          options={[choose, ...looks.map((l) => l.name)]}
          onChange={(name) => {
            const look = looks.find((l) => l.name === name);
            if (look) update(look);
          }}
        />
      )}
      <Button variant="outlined" onClick={keep}>
        Keep as look
      </Button>
      {worn && (
        <Button
          variant="outlined"
          onClick={() => commit(`Remove ${worn.name}`, withoutLook(openedDesign(), worn.id))}
        >
          Remove “{worn.name}”
        </Button>
      )}
    </Section>
  );
}

/** Looks kept under a name: to put on parts, and to change on all parts that wear them. */
export const LookKeeping = drawnFor(LooksKept, ({ part }) => [part.id, part.look]);
