'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Slider from '@mui/material/Slider';
import { useEffect } from 'react';
import { fieldLabel, isOwnFace, type Lettering, type Part, primitives } from '@/core';
import { faceName, familyOf, offeredFeatures, onByItself, showFace } from '../../fields/faces';
import { NumberField } from '../../fields/NumberField';
import { ParamFields } from '../../fields/ParamFields';
import { useRested } from '../../fields/rested';
import { SwitchField } from '../../fields/SwitchField';
import { drawnFor } from '../../fields/steady';
import { run } from '../../state/actions';
import { beginLive, endLive } from '../../state/history';
import { usePaced } from '../../state/paced';
import { set } from '../../state/store';
import { beginTyping, changeLettering, keepTyped, typeText } from '../../state/typing';
import { Section } from '../Section';
import { LetterFields } from './LetterFields';

function Words({ part, text }: { part: Part; text: string }) {
  return (
    <Section title="Words">
      <Box
        component="textarea"
        aria-label="Words"
        value={text}
        rows={Math.min(6, Math.max(2, text.split('\n').length))}
        spellCheck={false}
        onChange={(e) => typeText(part.id, e.target.value)}
        onBlur={() => void keepTyped()}
        onKeyDown={(e) => e.stopPropagation()}
        sx={{
          width: '100%',
          boxSizing: 'border-box',
          p: '5px 7px',
          font: 'inherit',
          color: 'text.primary',
          bgcolor: 'background.paper',
          border: 1,
          borderColor: 'divider',
          borderRadius: 1,
          resize: 'vertical',
        }}
      />
      <Button variant="outlined" onClick={() => beginTyping(part.id)}>
        Type on the sheet
      </Button>
    </Section>
  );
}

interface OfLettering {
  readonly part: Part;
  readonly l: Lettering;
}

function FaceOfWords({ part, l }: OfLettering) {
  const face = usePaced((s) => s.report?.lettering?.face);
  useEffect(() => {
    showFace(l.face).catch(() => undefined);
  }, [l.face]);
  const name = isOwnFace(l.face) ? (face?.name ?? l.face) : faceName(l.face);
  const put = (label: string, change: Partial<Lettering>) =>
    changeLettering(label, part.id, (own) => ({ ...own, ...change }));
  return (
    <Section title="Face">
      <Button
        variant="outlined"
        onClick={() => set({ dialog: 'face' })}
        aria-label={`Face: ${name}`}
        style={{ fontFamily: familyOf(l.face), fontSize: 19, lineHeight: 1.3, textTransform: 'none' }}
      >
        {name}
      </Button>
      {face?.axes.map((a) => {
        const value = l.axes[a.tag] ?? a.preset;
        const take = (v: number) => put(a.name, { axes: { ...l.axes, [a.tag]: v } });
        return (
          <Box key={a.tag}>
            <NumberField
              label={a.name}
              value={value}
              min={a.min}
              max={a.max}
              step={(a.max - a.min) / 100}
              onChange={take}
            />
            <Slider
              size="small"
              aria-label={`${a.name}, slider`}
              value={value}
              min={a.min}
              max={a.max}
              step={(a.max - a.min) / 200}
              sx={{ mx: '6px', width: 'calc(100% - 12px)' }}
              onPointerDown={() => beginLive()}
              onChange={(_, v) => take(v)}
              onChangeCommitted={() => void endLive()}
            />
          </Box>
        );
      })}
      {face?.licence && (
        <Box sx={{ color: 'text.secondary', fontSize: 12, overflowWrap: 'anywhere' }}>
          {face.licence.slice(0, 160)}
        </Box>
      )}
    </Section>
  );
}

const FaceFields = drawnFor(FaceOfWords, ({ part, l }) => [part.id, l.face, l.axes]);

function FeaturesOfFace({ part, l, words }: OfLettering & { words: string }) {
  const features = usePaced((s) => s.report?.lettering?.face?.features);
  const offered = offeredFeatures(features ?? []);
  if (!offered.length) return null;
  const put = (label: string, own: Lettering['features']) =>
    changeLettering(label, part.id, (o) => ({ ...o, features: own }));
  return (
    <Section title="Forms">
      {offered.map(({ tag, word }) => (
        <Box key={tag}>
          <SwitchField
            label={word}
            value={(l.features[tag] ?? Number(onByItself.has(tag))) > 0}
            onChange={(on) => {
              const { [tag]: _, ...rest } = l.features;
              const usual = on === onByItself.has(tag);
              put(word, usual ? rest : { ...rest, [tag]: Number(on) });
            }}
          />
          <Box
            aria-hidden
            style={{ fontFamily: familyOf(l.face), fontFeatureSettings: `"${tag}" 1` }}
            sx={{
              fontSize: 17,
              lineHeight: 1.4,
              whiteSpace: 'nowrap',
              overflow: 'hidden',
              color: 'text.secondary',
            }}
          >
            {words}
          </Box>
        </Box>
      ))}
    </Section>
  );
}

/** What the face offers to be switched, each shown with the designer's own words. */
const FeatureFields = drawnFor(FeaturesOfFace, ({ part, l, words }) => [part.id, l.face, l.features, words]);

const { fields } = primitives.lettering;

/** What is followed decides where words stand: that takes geometry. */
function setField(part: Part, name: string, value: unknown): void {
  const change = { [name]: value };
  if (name === 'follows' || name === 'along')
    void run(fieldLabel(fields, name), { do: 'set-lettering', id: part.id, change });
  else changeLettering(fieldLabel(fields, name), part.id, (own) => ({ ...own, ...change }));
}

const paramsOf = (l: Lettering) => l as unknown as Readonly<Record<string, unknown>>;

function Setting({ part, l }: OfLettering) {
  return (
    <Section title="Setting">
      <ParamFields
        fields={fields}
        params={paramsOf(l)}
        at="source"
        onChange={(name, value) => setField(part, name, value)}
      />
    </Section>
  );
}

const SettingFields = drawnFor(Setting, ({ part, l }) => [
  part.id,
  ...fields.map((f) => paramsOf(l)[f.name]),
]);

/** The controls of lettering: its words, its face, what is selected of it, and how it is set. */
export function LetteringFields({ part, l }: OfLettering) {
  const words = useRested(l.text.split('\n')[0].slice(0, 24));
  const notes = usePaced((s) => s.faults);
  const own = notes.filter((f) => f.part === part.id && f.card === 'source');
  return (
    <>
      <Words part={part} text={l.text} />
      {own.length > 0 && (
        <Box role="note" sx={{ px: 3, py: 1, color: 'text.secondary', fontSize: 13 }}>
          {own.map((f) => (
            <Box key={f.message}>{f.message}</Box>
          ))}
        </Box>
      )}
      <LetterFields part={part} l={l} />
      <FaceFields part={part} l={l} />
      <SettingFields part={part} l={l} />
      <FeatureFields part={part} l={l} words={words} />
    </>
  );
}
