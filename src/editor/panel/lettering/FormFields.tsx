'use client';

import Box from '@mui/material/Box';
import ToggleButton from '@mui/material/ToggleButton';
import { useEffect } from 'react';
import type { Lettering } from '@/core';
import type { LetterAtHand } from '@/core/edit';
import { familyOf, featureWord, showFace } from '../../fields/faces';

/** Characters of the selection that a form is shown with. */
const formsInRow = 3;

/** The other forms that the selected letters have, each as a picture to choose. */
export function FormFields({
  text,
  face,
  letters,
  features,
  onChange,
}: {
  text: string;
  face: string;
  letters: readonly LetterAtHand[];
  /** Those of the first letter. */
  features: Lettering['features'];
  onChange(tag: string, value: number): void;
}) {
  useEffect(() => {
    showFace(face).catch(() => undefined);
  }, [face]);
  const counts = new Map<string, number>();
  for (const { forms } of letters)
    for (const { tag, count } of forms) counts.set(tag, Math.max(count, counts.get(tag) ?? 0));
  return (
    <>
      {[...counts].map(([tag, count]) => (
        <Box key={tag} role="group" aria-label={featureWord(tag)}>
          <Box sx={{ color: 'text.secondary', fontSize: 13 }}>{featureWord(tag)}</Box>
          <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 0.5 }}>
            {Array.from({ length: count + 1 }, (_, value) => (
              <ToggleButton
                key={value}
                value={value}
                size="small"
                selected={(features[tag] ?? 0) === value}
                onChange={() => onChange(tag, value)}
                aria-label={value ? `${featureWord(tag)} ${value}` : `${featureWord(tag)}: none`}
                style={{
                  fontFamily: familyOf(face),
                  fontFeatureSettings: `"${tag}" ${value}`,
                  fontSize: 24,
                  lineHeight: 1.2,
                  textTransform: 'none',
                }}
              >
                {text.slice(0, formsInRow)}
              </ToggleButton>
            ))}
          </Box>
        </Box>
      ))}
    </>
  );
}
