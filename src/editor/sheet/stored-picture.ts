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
  readonly onError: () => void;
}

/**
 * Hands the stored picture of a design over to the canvas as soon as its sheet is fitted and the picture is there: tiles are laid
 * over it as they come, and it moves with the view until then. Another sheet than the first is not what it shows.
 */
export function useStoredPicture(address: string | null, fitted: boolean): Stored {
  const image = useRef<HTMLImageElement>(null);
  /** The address whose picture is no longer wanted in the page: it is on the canvas, or cannot be had. */
  const [gone, setGone] = useState<string | null>(null);
  const [loaded, setLoaded] = useState<string | null>(null);

  useEffect(() => {
    if (!fitted || !hasEngine()) return;
    const { design, sheetId } = get();
    const [first] = design?.sheets ?? [];
    const { board } = studioEngine();
    if (first?.id !== sheetId) {
      board.setBackdrop(null);
      setGone(address);
      return;
    }
    const { current } = image;
    if (!current || !(loaded === address || (current.complete && current.naturalWidth > 0))) return;
    board.setBackdrop({ image: current, width: first.width, height: first.height });
    setGone(address);
  }, [fitted, loaded, address]);

  return {
    image,
    shown: address !== gone,
    onLoad: () => setLoaded(address),
    onError: () => setGone(address),
  };
}
