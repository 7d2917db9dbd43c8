'use client';

import Button from '@mui/material/Button';
import { type Look, lookOf, looksOf, makeId, type Part, wearLook, withLook, withoutLook } from '@/core';
import { withPart } from '@/core/edit';
import { ChoiceField } from '../fields/ChoiceField';
import { TextField } from '../fields/TextField';
import { changeChosen } from '../state/actions';
import { commit, openedDesign } from '../state/history';
import { say, useEditor } from '../state/store';
import { Section } from './Section';

const noLook = 'none';
const choose = 'choose …';
const none: readonly Look[] = [];

/** Looks kept under a name: to put on parts, and to change on all parts that wear them. */
export function LookKeeping({ part }: { part: Part }) {
  const looks = useEditor((s) => (s.design ? looksOf(s.design) : none));
  const worn = looks.find((l) => l.id === part.look);
  const keep = () => {
    const design = openedDesign();
    const taken = new Set(looksOf(design).map((l) => l.name));
    let name = part.name;
    for (let n = 2; taken.has(name); n++) name = `${part.name} ${n}`;
    const look: Look = { id: makeId(), name: name.slice(0, 60), ...lookOf(part) };
    commit('Keep look', withPart(withLook(design, look), wearLook(part, look)));
    say(`Kept as “${look.name}”.`);
  };
  const update = (look: Look) => {
    const next = { ...look, ...lookOf(part) };
    commit(`Change ${look.name}`, withLook(withPart(openedDesign(), wearLook(part, next)), next));
    const wearers = Object.values(openedDesign().parts).filter((p) => p.look === look.id).length;
    say(`${wearers} ${wearers === 1 ? 'part wears' : 'parts wear'} “${look.name}”.`);
  };
  return (
    <Section title="Look">
      <ChoiceField
        label="Wears"
        plain
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
            commit('Rename look', withLook(openedDesign(), { ...worn, name: name.slice(0, 60) }))
          }
        />
      )}
      {looks.length > 0 && !worn && (
        <ChoiceField
          label="Change a look to it"
          plain
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
