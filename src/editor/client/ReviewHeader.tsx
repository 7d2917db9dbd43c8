'use client';

import Box from '@mui/material/Box';
import MenuItem from '@mui/material/MenuItem';
import Select from '@mui/material/Select';
import type { SharedView } from '@/core';
import { when } from '../frame/when';

/** A version and what it is held against, from lists. */
function VersionPick({
  label,
  value,
  options,
  onChange,
}: {
  label: string;
  value: number;
  options: readonly (readonly [number, string])[];
  onChange(v: number): void;
}) {
  return (
    <Select
      size="small"
      value={value}
      onChange={(e) => onChange(Number(e.target.value))}
      inputProps={{ 'aria-label': label }}
      SelectDisplayProps={{ 'aria-label': label }}
      sx={{ height: 34 }}
    >
      {options.map(([v, word]) => (
        <MenuItem key={v} value={v}>
          {word}
        </MenuItem>
      ))}
    </Select>
  );
}

/** What it is about, and which version is looked at, by itself or beside another. */
export function ReviewHeader({
  view,
  version,
  held,
  others,
  onVersion,
  onHeld,
}: {
  view: SharedView;
  version: number;
  /** The version beside it; 0 for none. */
  held: number;
  /** Versions that it can be held against. */
  others: readonly number[];
  onVersion(version: number): void;
  onHeld(version: number): void;
}) {
  return (
    <Box
      component="header"
      sx={{
        gridColumn: '1 / -1',
        bgcolor: 'background.paper',
        borderBottom: 1,
        borderColor: 'divider',
        px: 4,
        py: 2,
        display: 'flex',
        flexWrap: 'wrap',
        alignItems: 'center',
        gap: 2,
      }}
    >
      <Box sx={{ flex: 1, minWidth: 180 }}>
        <Box component="h1" sx={{ m: 0, fontSize: 18, fontWeight: 600, overflowWrap: 'anywhere' }}>
          {view.title}
        </Box>
        <Box sx={{ color: 'text.secondary', fontSize: 13 }}>{view.design}</Box>
      </Box>
      {view.versions.length > 1 && (
        <Box sx={{ display: 'flex', gap: 2, flexWrap: 'wrap' }}>
          <VersionPick
            label="Version"
            value={version}
            options={view.versions.map((v) => [v.number, `Version ${v.number}, ${when(v.at)}`] as const)}
            onChange={onVersion}
          />
          <VersionPick
            label="Compare with"
            value={held}
            options={[[0, 'By itself'] as const, ...others.map((v) => [v, `Beside version ${v}`] as const)]}
            onChange={onHeld}
          />
        </Box>
      )}
    </Box>
  );
}
