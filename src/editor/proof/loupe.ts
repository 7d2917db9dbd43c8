interface Place {
  readonly clientX: number;
  readonly clientY: number;
}

/** Side of the loupe, CSS pixels. */
const side = 176;

let loupe: HTMLCanvasElement | null = null;

/** What is enlarged, and where the pointer is over it. */
let under: { readonly canvas: HTMLCanvasElement; readonly at: Place } | null = null;

function loupeElement(): HTMLCanvasElement {
  if (!loupe) {
    loupe = document.createElement('canvas');
    loupe.dataset.testid = 'loupe';
    loupe.setAttribute('aria-hidden', 'true');
    Object.assign(loupe.style, {
      position: 'fixed',
      zIndex: '1200',
      pointerEvents: 'none',
      border: '1px solid var(--sc-palette-text-secondary)',
      borderRadius: '3px',
      background: 'var(--sc-palette-background-paper)',
      imageRendering: 'pixelated',
    });
    document.body.append(loupe);
  }
  return loupe;
}

/** How often pixels are doubled: small pictures are shown whole. */
function doublings(width: number, height: number): number {
  const longest = Math.max(width, height);
  return [16, 8, 4].find((k) => k * longest <= side) ?? 4;
}

/** Shows a picture enlarged by doubling its pixels, beside the pointer; null takes the loupe away. */
export function magnify(canvas: HTMLCanvasElement | null, at?: Place): void {
  if (!canvas || !at) {
    loupe?.remove();
    loupe = null;
    under = null;
    return;
  }
  under = { canvas, at };
  const box = canvas.getBoundingClientRect();
  const { width, height } = canvas;
  const k = doublings(width, height);
  const el = loupeElement();
  const [w, h] = [Math.min(side, k * width), Math.min(side, k * height)];
  el.width = w;
  el.height = h;
  const context = el.getContext('2d');
  if (!context) return;
  context.imageSmoothingEnabled = false;
  const place = (of: number, shown: number, share: number) =>
    Math.min(0, Math.max(shown - k * of, shown / 2 - k * Math.floor(share * of)));
  const x = place(width, w, (at.clientX - box.left) / box.width);
  const y = place(height, h, (at.clientY - box.top) / box.height);
  context.drawImage(canvas, x, y, k * width, k * height);
  const right = at.clientX + 18 + w < window.innerWidth;
  const below = at.clientY + 18 + h < window.innerHeight;
  el.style.left = `${right ? at.clientX + 18 : at.clientX - 18 - w}px`;
  el.style.top = `${below ? at.clientY + 18 : at.clientY - 18 - h}px`;
}

/** A canvas has been drawn anew: what is enlarged of it is as well. */
export function magnifyAnew(canvas: HTMLCanvasElement): void {
  if (under?.canvas === canvas) magnify(canvas, under.at);
}
