'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { type Look, lookOf, looksOf, makeId, type Part, wearLook, withLook, withoutLook } from '@/core';
import { ChoiceField } from '../fields/ChoiceField';
import { TextField } from '../fields/TextField';
import { changeChosen } from '../state/actions';
import { commit, openedDesign } from '../state/history';
import { say, useEditor } from '../state/store';
import { Section } from './Section';

const noLook = 'none';
const none: readonly Look[] = [];

/** Looks kept under a name: to put on parts, and to change on all parts that wear them. */
export function LookKeeping({ part }: { part: Part }) {
  const looks = useEditor((s) => (s.design ? looksOf(s.design) : none));
  const [last, setLast] = useState('');
  const worn = looks.find((l) => l.id === part.look);
  const at = worn ?? looks.find((l) => l.id === last);
  const keep = () => {
    const design = openedDesign();
    const taken = new Set(looksOf(design).map((l) => l.name));
    let name = part.name;
    for (let n = 2; taken.has(name); n++) name = `${part.name} ${n}`;
    const look: Look = { id: makeId(), name: name.slice(0, 60), ...lookOf(part) };
    const next = withLook(design, look);
    commit('Keep look', { ...next, parts: { ...next.parts, [part.id]: wearLook(part, look) } });
    setLast(look.id);
    say(`Kept as “${look.name}”.`);
  };
  const update = (look: Look) => {
    const design = openedDesign();
    const next = { ...look, ...lookOf(part) };
    const worn = { ...design, parts: { ...design.parts, [part.id]: wearLook(part, next) } };
    commit(`Change ${look.name}`, withLook(worn, next));
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
          setLast(look.id);
          changeChosen(`Wear ${look.name}`, (p) => wearLook(p, look));
        }}
      />
      {at && (
        <TextField
          label="Name"
          value={at.name}
          onChange={(name) =>
            commit('Rename look', withLook(openedDesign(), { ...at, name: name.slice(0, 60) }))
          }
        />
      )}
      <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1 }}>
        <Button variant="outlined" onClick={keep}>
          Keep as look
        </Button>
        <Button variant="outlined" disabled={!at || worn === at} onClick={() => at && update(at)}>
          Change it so
        </Button>
        {at && (
          <Button
            variant="outlined"
            sx={{ gridColumn: '1 / -1' }}
            onClick={() => commit(`Remove ${at.name}`, withoutLook(openedDesign(), at.id))}
          >
            Remove “{at.name}”
          </Button>
        )}
      </Box>
    </Section>
  );
}
