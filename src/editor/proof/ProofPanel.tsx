'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { fieldLabel, mockUpOfProof, proofs, usualWall } from '@/core';
import { ParamFields } from '../fields/ParamFields';
import { SidePanel, scrolls } from '../frame/SidePanel';
import { CardFieldsAtHand } from '../panel/CardPanel';
import { Section } from '../panel/Section';
import { reportDefect } from '../state/defects';
import { keepScene } from '../state/scenes';
import { set, useEditor, type WallState } from '../state/store';
import { Findings } from './Findings';
import { lookInAllScenes, putProof } from './wall';

const panes = { findings: 'Findings', proof: 'Proof', card: 'Card' } as const;

function ProofFields() {
  const card = useEditor((s) => (s.design?.wall ?? usualWall).proofs.find((c) => c.id === s.wall.proof));
  if (!card)
    return <Box sx={{ p: 3, color: 'text.secondary' }}>Choose a proof on the wall or in the list.</Box>;
  const { label, about, fields } = proofs[card.kind];
  const mockUp = mockUpOfProof(card.kind);
  return (
    <Section title={label}>
      <Box sx={{ color: 'text.secondary', fontSize: 12, pb: 1 }}>{about}</Box>
      <ParamFields
        key={card.id}
        fields={fields}
        params={card.params}
        onChange={(name, value) => putProof(fieldLabel(fields, name), card.id, { [name]: value })}
      />
      {mockUp && (
        <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1, pt: 2 }}>
          <Button size="small" onClick={() => lookInAllScenes(card)}>
            Same in all scenes
          </Button>
          <Button size="small" onClick={() => keepScene(mockUp, card.params).catch(reportDefect)}>
            Make it a sheet
          </Button>
        </Box>
      )}
    </Section>
  );
}

/** Beside the wall: what was found out, the proof at hand, and the card that is at hand on the bench. */
export function ProofPanel() {
  const pane = useEditor((s) => s.wall.pane);
  const open = (next: WallState['pane']) => set((s) => ({ wall: { ...s.wall, pane: next } }));
  return (
    <SidePanel side="right" width={280} label="Findings and proof" testId="card-panel">
      <Box role="tablist" sx={{ display: 'flex', borderBottom: 1, borderColor: 'divider', px: 1 }}>
        {Object.entries(panes).map(([id, word]) => (
          <Box
            key={id}
            component="button"
            type="button"
            role="tab"
            aria-selected={pane === id}
            onClick={() => open(id as WallState['pane'])}
            sx={{
              border: 0,
              borderBottom: 2,
              borderColor: pane === id ? 'primary.main' : 'transparent',
              bgcolor: 'transparent',
              font: 'inherit',
              fontSize: 12,
              px: 2,
              height: 30,
              cursor: 'pointer',
              fontWeight: pane === id ? 600 : 400,
              color: pane === id ? 'text.primary' : 'text.secondary',
            }}
          >
            {word}
          </Box>
        ))}
      </Box>
      <Box role="tabpanel" aria-label={panes[pane]} sx={scrolls}>
        {pane === 'findings' && <Findings />}
        {pane === 'proof' && <ProofFields />}
        {pane === 'card' && <CardFieldsAtHand />}
      </Box>
    </SidePanel>
  );
}
