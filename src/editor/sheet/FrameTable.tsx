'use client';

import Box from '@mui/material/Box';
import { useSyncExternalStore } from 'react';
import { frameProfile, meanCoarseness, profileRows } from '../state/frame-profile';

const cell = { px: 1, textAlign: 'right', fontVariantNumeric: 'tabular-nums' } as const;

/** Where the time of the last drag's frames went, over a corner of the sheet. */
export function FrameTable() {
  const frames = useSyncExternalStore(
    (changed) => frameProfile.subscribe(changed),
    () => frameProfile.last,
    () => frameProfile.last,
  );
  const rows = profileRows(frames);
  const one = (v: number) => v.toFixed(1);
  return (
    <Box
      data-testid="frame-profile"
      sx={{
        position: 'absolute',
        top: 8,
        right: 8,
        p: 1,
        borderRadius: 1,
        bgcolor: 'background.paper',
        color: 'text.primary',
        boxShadow: 2,
        fontSize: 12,
        pointerEvents: 'none',
      }}
    >
      {rows.length === 0 ? (
        'Frames of the next drag are measured.'
      ) : (
        <table>
          <caption style={{ captionSide: 'bottom', textAlign: 'left', padding: '4px 0 0 2px' }}>
            {frames.length} frames; a drawn pixel stands for {one(meanCoarseness(frames))} px
          </caption>
          <thead>
            <tr>
              <th style={{ textAlign: 'left' }}>ms a frame</th>
              <Box component="th" sx={cell}>
                median
              </Box>
              <Box component="th" sx={cell}>
                95 %
              </Box>
              <Box component="th" sx={cell}>
                worst
              </Box>
            </tr>
          </thead>
          <tbody>
            {rows.map((r) => (
              <tr key={r.what}>
                <td>{r.what}</td>
                <Box component="td" sx={cell}>
                  {one(r.median)}
                </Box>
                <Box component="td" sx={cell}>
                  {one(r.p95)}
                </Box>
                <Box component="td" sx={cell}>
                  {one(r.worst)}
                </Box>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </Box>
  );
}
