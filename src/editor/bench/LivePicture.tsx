'use client';

import { styled } from '@mui/material/styles';
import { useEffect, useRef } from 'react';
import { useShallow } from 'zustand/react/shallow';
import type { Part } from '@/core';
import type { CardRef } from '@/core/edit';
import type { SmallPicture } from '@/worker/pictures';
import { usePaced } from '../state/paced';
import type { EditorState } from '../state/store';
import { hasEngine, studioEngine } from '../state/studio';
import { drawInTurn } from './picture-queue';

const pictureGrounds = { pale: '#f3eee3', dark: '#2a3541' } as const;

/** Art of thin lines and pale colours is laid on more strongly, as if drawn several times. Returns a ground it stands out from. */
export function makeClear(data: Uint8ClampedArray): string {
  let [light, weight, seen] = [0, 0, 0];
  for (let i = 0; i < data.length; i += 4) {
    const a = data[i + 3];
    if (a < 2) continue;
    seen++;
    weight += a;
    light += a * (0.299 * data[i] + 0.587 * data[i + 1] + 0.114 * data[i + 2]);
  }
  const mean = seen ? weight / seen / 255 : 1;
  if (mean < 0.43) {
    // As often as it takes to cover more than half, and four times at least.
    const times = Math.max(4, Math.log(0.4) / Math.log(1 - mean));
    for (let i = 3; i < data.length; i += 4) data[i] = 255 * (1 - (1 - data[i] / 255) ** times);
  }
  return weight && light / weight > 140 ? pictureGrounds.dark : pictureGrounds.pale;
}

/** A part and all in it: what its picture is made of. */
function partsOf(s: EditorState, id: string): readonly Part[] {
  const out: Part[] = [];
  const visit = (at: string) => {
    const part = s.design?.parts[at];
    if (!part) return;
    out.push(part);
    part.children.forEach(visit);
  };
  visit(id);
  return out;
}

const none: readonly Part[] = [];

const Frame = styled('canvas')(({ theme }) => ({
  flexShrink: 0,
  borderRadius: 2,
  display: 'block',
  backgroundColor: theme.vars?.palette.paper.sunk,
}));

function show(canvas: HTMLCanvasElement, picture: SmallPicture | null, pixels: number): void {
  canvas.width = pixels;
  canvas.height = pixels;
  if (!picture) return;
  canvas.style.background = makeClear(picture.data);
  canvas
    .getContext('2d', { willReadFrequently: true })
    ?.putImageData(new ImageData(picture.data, pixels, pixels), 0, 0);
}

/** A small picture of a part, or of it after one card, drawn by the studio whenever the part changes. */
export function LivePicture({ part, card, size }: { part: string; card?: CardRef; size: number }) {
  const canvas = useRef<HTMLCanvasElement>(null);
  // While something is dragged the sheet comes first.
  const parts = usePaced(useShallow((s) => (s.readout === '' ? partsOf(s, part) : none)));
  const faces = usePaced((s) => s.facesTaken);
  const drawn = useRef<{ parts: readonly Part[]; key: string; faces: number }>({
    parts: none,
    key: '',
    faces: 0,
  });
  const key = `${size} ${card ? JSON.stringify(card) : ''}`;

  useEffect(() => {
    const last = drawn.current;
    const same =
      last.key === key &&
      last.faces === faces &&
      last.parts.length === parts.length &&
      last.parts.every((p, i) => p === parts[i] || samePicture(p, parts[i]));
    if (!hasEngine() || !parts.length || same) return;
    let live = true;
    const pixels = size * Math.min(2, window.devicePixelRatio || 1);
    const ref = key.endsWith(' ') ? null : (JSON.parse(key.slice(key.indexOf(' ') + 1)) as CardRef);
    const draw = async () => {
      if (!live || !hasEngine()) return;
      const { studio } = studioEngine();
      const picture = await (ref ? studio.cardPicture(part, ref, pixels) : studio.partPicture(part, pixels));
      if (!live || !canvas.current) return;
      show(canvas.current, picture, pixels);
      drawn.current = { parts, key, faces };
    };
    drawInTurn(draw);
    return () => {
      live = false;
    };
  }, [part, key, size, parts, faces]);

  return <Frame ref={canvas} style={{ width: size, height: size }} />;
}

/** Whether two states of a part look alike in a picture of their own size: all but names and locks. */
function samePicture(a: Part, b: Part): boolean {
  return (
    a.id === b.id &&
    a.source === b.source &&
    a.steps === b.steps &&
    a.coats === b.coats &&
    a.finishes === b.finishes &&
    a.children === b.children &&
    a.place === b.place &&
    a.hidden === b.hidden &&
    a.opacity === b.opacity &&
    a.blend === b.blend
  );
}
