'use client';

import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { NumberField } from './NumberField';

/** Radii of single corners; each can be given back to the common one. */
export function CornersField({
  value,
  address,
  onChange,
}: {
  value: Readonly<Record<string, number>>;
  address?: string;
  onChange(v: Readonly<Record<string, number>>): void;
}) {
  const own = Object.entries(value);
  if (!own.length)
    return (
      <Typography variant="body2" color="text.secondary">
        Press the dot at a corner to give it a radius of its own.
      </Typography>
    );
  return (
    <>
      {own.map(([corner, radius]) => (
        <NumberField
          key={corner}
          label={`Corner ${Number(corner.split('.')[2]) + 1}`}
          value={radius}
          min={0}
          max={1e6}
          address={address && `${address}/${corner}`}
          onChange={(r) => onChange({ ...value, [corner]: r })}
        />
      ))}
      <Button size="small" onClick={() => onChange({})}>
        One radius for all
      </Button>
    </>
  );
}
