'use client';

import Box from '@mui/material/Box';
import Slider from '@mui/material/Slider';
import ToggleButton from '@mui/material/ToggleButton';
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup';
import { useState } from 'react';
import { pictureSources } from './shared-api';

const ways = { wiper: 'Under a wiper', beside: 'Side by side' } as const;

/** Two versions of one thing: one under the other, up to where a wiper stands, or next to each other. */
export function Compare({
  token,
  of,
  versions: [earlier, later],
}: {
  token: string;
  of: string;
  versions: readonly [number, number];
}) {
  const [way, setWay] = useState<keyof typeof ways>('wiper');
  const [share, setShare] = useState(50);
  const picture = (version: number, style: object = {}) => (
    <img
      {...pictureSources(token, version, of)}
      sizes="(min-width: 900px) 60vw, 100vw"
      alt={`Version ${version}`}
      style={{
        display: 'block',
        maxWidth: '100%',
        maxHeight: way === 'beside' ? 'calc(var(--stage-height) - 90px)' : 'calc(var(--stage-height) - 96px)',
        background: '#fff',
        ...style,
      }}
    />
  );
  return (
    <Box
      sx={{
        flex: 1,
        minHeight: 0,
        display: 'flex',
        flexDirection: 'column',
        alignItems: 'center',
        gap: 2,
        p: 2,
      }}
    >
      <ToggleButtonGroup
        size="small"
        exclusive
        value={way}
        onChange={(_, next: keyof typeof ways | null) => next && setWay(next)}
        aria-label="How the two are shown"
      >
        {Object.entries(ways).map(([id, word]) => (
          <ToggleButton key={id} value={id} sx={{ textTransform: 'none', py: 0.5 }}>
            {word}
          </ToggleButton>
        ))}
      </ToggleButtonGroup>
      {way === 'wiper' ? (
        <>
          <Box sx={{ position: 'relative', minHeight: 0 }}>
            {picture(later)}
            <Box sx={{ position: 'absolute', inset: 0, clipPath: `inset(0 ${100 - share}% 0 0)` }}>
              {picture(earlier, { width: '100%', height: '100%' })}
            </Box>
            <Box
              sx={{
                position: 'absolute',
                top: 0,
                bottom: 0,
                left: `${share}%`,
                width: 2,
                bgcolor: 'madder.main',
              }}
            />
          </Box>
          <Slider
            aria-label={`Version ${earlier} on the left, version ${later} on the right`}
            value={share}
            onChange={(_, v) => setShare(v as number)}
            sx={{ maxWidth: 480, width: 'calc(100% - 32px)' }}
          />
        </>
      ) : (
        <Box
          sx={{
            display: 'flex',
            flexWrap: { xs: 'wrap', md: 'nowrap' },
            gap: 3,
            justifyContent: 'center',
            overflow: 'auto',
          }}
        >
          {[earlier, later].map((v) => (
            <Box key={v} component="figure" sx={{ m: 0 }}>
              {picture(v)}
              <Box component="figcaption" sx={{ color: 'text.secondary', pt: 1 }}>
                Version {v}
              </Box>
            </Box>
          ))}
        </Box>
      )}
    </Box>
  );
}
