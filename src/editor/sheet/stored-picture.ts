import { type CSSProperties, type RefObject, useEffect, useRef, useState } from 'react';
import { get } from '../state/store';
import { hasEngine, studioEngine } from '../state/studio';
import { fitMargin } from './view';

/** Lays a picture where the sheet stands once it is fitted into the view, before anybody has measured that. */
export const asFitted: CSSProperties = {
  position: 'absolute',
  inset: fitMargin,
  width: `calc(100% - ${2 * fitMargin}px)`,
  height: `calc(100% - ${2 * fitMargin}px)`,
  objectFit: 'contain',
  pointerEvents: 'none',
};

interface Stored {
  readonly image: RefObject<HTMLImageElement | null>;
  /** Whether it still stands in the page. */
  readonly shown: boolean;
  readonly onLoad: () => void;
}

/**
 * Hands the stored picture of a design over to the canvas as soon as the sheet is fitted and the picture is there: tiles are laid
 * over it as they come, and it moves with the view until then.
 */
export function useStoredPicture(address: string | null, fitted: boolean): Stored {
  const image = useRef<HTMLImageElement>(null);
  const [shown, setShown] = useState(true);
  const [loaded, setLoaded] = useState(false);

  useEffect(() => {
    const { current } = image;
    if (!fitted || !current || !hasEngine()) return;
    const there = loaded || (current.complete && current.naturalWidth > 0);
    const { design, sheetId } = get();
    const sheet = design?.sheets[0];
    if (!there || !sheet) return;
    if (sheet.id === sheetId) studioEngine().board.setBackdrop({ image: current, ...sizeOf(sheet) });
    setShown(false);
  }, [fitted, loaded]);

  // Another design begins with its own.
  useEffect(() => {
    setShown(address !== null);
    setLoaded(false);
  }, [address]);

  return { image, shown, onLoad: () => setLoaded(true) };
}

const sizeOf = ({ width, height }: { readonly width: number; readonly height: number }) => ({
  width,
  height,
});
