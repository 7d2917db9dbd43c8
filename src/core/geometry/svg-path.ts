import { arcToCubics } from './arc';
import { type Cubic, isLine, lineCubic } from './cubic';
import { type Contour, contourOf, type FillRule, type Path, segmentAt, segmentCount } from './path';

/** Thrown where path text breaks the grammar; `at` is the character it broke at. */
export class PathSyntaxError extends Error {
  constructor(
    message: string,
    readonly at: number,
  ) {
    super(`${message} (at character ${at + 1})`);
    this.name = 'PathSyntaxError';
  }
}

interface Handle {
  kind: 'C' | 'Q';
  x: number;
  y: number;
}

class Scanner {
  at = 0;
  constructor(private readonly text: string) {}

  space(): void {
    while (this.at < this.text.length && /[\s]/.test(this.text[this.at] as string)) this.at++;
  }

  separator(): void {
    this.space();
    if (this.text[this.at] === ',') {
      this.at++;
      this.space();
    }
  }

  get done(): boolean {
    return this.at >= this.text.length;
  }

  peekCommand(): string | null {
    const c = this.text[this.at];
    return c !== undefined && /[MmLlHhVvCcSsQqTtAaZz]/.test(c) ? c : null;
  }

  startsNumber(): boolean {
    const c = this.text[this.at];
    return c !== undefined && /[-+.\d]/.test(c);
  }

  number(): number {
    const rest = /[-+]?(?:\d+\.?\d*|\.\d+)(?:[eE][-+]?\d+)?/y;
    rest.lastIndex = this.at;
    const hit = rest.exec(this.text);
    if (!hit) throw new PathSyntaxError('A number is missing', this.at);
    this.at += hit[0].length;
    const value = Number(hit[0]);
    if (!Number.isFinite(value)) throw new PathSyntaxError('A number is too large', this.at);
    this.separator();
    return value;
  }

  flag(): boolean {
    const c = this.text[this.at];
    if (c !== '0' && c !== '1') throw new PathSyntaxError('An arc flag must be 0 or 1', this.at);
    this.at++;
    this.separator();
    return c === '1';
  }
}

/** How far apart two places may be by rounding alone, as a share of their coordinates. */
const rounding = 1e-12;

/**
 * Reads SVG path text (SVG 2, chapter 9). Quadratics and arcs become cubics. Every subpath
 * becomes one contour; a lone moveto is dropped.
 * @throws PathSyntaxError where the text breaks the grammar.
 */
export function parsePath(d: string, fillRule: FillRule = 'nonzero'): Path {
  const scan = new Scanner(d);
  const contours: Contour[] = [];
  let cubics: Cubic[] = [];
  let x = 0;
  let y = 0;
  let startX = 0;
  let startY = 0;
  // The last handle, for the smooth commands; only valid after a command of the same family.
  let handle: Handle | null = null;
  let begun = false;
  /** Whether nothing was drawn since it was moved. */
  let moved = false;

  const flush = (closed: boolean) => {
    const last = cubics[cubics.length - 1];
    // Relative commands come back to where they began but for rounding: no line is drawn for that.
    const back = rounding * (Math.abs(x) + Math.abs(y) + Math.abs(startX) + Math.abs(startY));
    if (closed && last && Math.abs(x - startX) + Math.abs(y - startY) <= back)
      cubics[cubics.length - 1] = [last[0], last[1], last[2], last[3], last[4], last[5], startX, startY];
    else if (closed && last) cubics.push(lineCubic(x, y, startX, startY));
    // A spot that is closed is a line of no length: caps show it (SVG 2, 13.5.4).
    if (closed && moved && !cubics.length) contours.push(contourOf([lineCubic(x, y, x, y)], false));
    if (cubics.length) contours.push(contourOf(cubics, closed));
    cubics = [];
    moved = false;
  };
  const lineTo = (nx: number, ny: number) => {
    cubics.push(lineCubic(x, y, nx, ny));
    x = nx;
    y = ny;
  };
  const cubicTo = (a: number, b: number, c: number, e: number, nx: number, ny: number) => {
    cubics.push([x, y, a, b, c, e, nx, ny]);
    x = nx;
    y = ny;
  };
  const quadTo = (qx: number, qy: number, nx: number, ny: number) => {
    const third = 2 / 3;
    cubicTo(
      x + (qx - x) * third,
      y + (qy - y) * third,
      nx + (qx - nx) * third,
      ny + (qy - ny) * third,
      nx,
      ny,
    );
  };

  scan.space();
  while (!scan.done) {
    let command = scan.peekCommand();
    if (!command) throw new PathSyntaxError('A path command is missing', scan.at);
    if (!begun && command !== 'M' && command !== 'm')
      throw new PathSyntaxError('A path must start with M or m', scan.at);
    scan.at++;
    scan.space();
    let first = true;
    do {
      const relative: boolean = command === command.toLowerCase();
      const bx = relative ? x : 0;
      const by = relative ? y : 0;
      let next: Handle | null = null;
      switch (command.toUpperCase()) {
        case 'M':
          if (first) {
            const nx = bx + scan.number();
            const ny = by + scan.number();
            flush(false);
            moved = true;
            x = startX = nx;
            y = startY = ny;
            begun = true;
            command = relative ? 'l' : 'L';
          }
          break;
        case 'L': {
          const nx = bx + scan.number();
          lineTo(nx, by + scan.number());
          break;
        }
        case 'H':
          lineTo(bx + scan.number(), y);
          break;
        case 'V':
          lineTo(x, by + scan.number());
          break;
        case 'C':
        case 'S': {
          // A smooth one mirrors the handle before it.
          const smooth = command.toUpperCase() === 'S';
          const a: number = smooth ? (handle?.kind === 'C' ? 2 * x - handle.x : x) : bx + scan.number();
          const b: number = smooth ? (handle?.kind === 'C' ? 2 * y - handle.y : y) : by + scan.number();
          const c = bx + scan.number();
          const e = by + scan.number();
          const nx = bx + scan.number();
          cubicTo(a, b, c, e, nx, by + scan.number());
          next = { kind: 'C', x: c, y: e };
          break;
        }
        case 'Q': {
          const a = bx + scan.number();
          const b = by + scan.number();
          const nx = bx + scan.number();
          quadTo(a, b, nx, by + scan.number());
          next = { kind: 'Q', x: a, y: b };
          break;
        }
        case 'T': {
          const a: number = handle?.kind === 'Q' ? 2 * x - handle.x : x;
          const b: number = handle?.kind === 'Q' ? 2 * y - handle.y : y;
          const nx = bx + scan.number();
          quadTo(a, b, nx, by + scan.number());
          next = { kind: 'Q', x: a, y: b };
          break;
        }
        case 'A': {
          const rx = scan.number();
          const ry = scan.number();
          const turn = scan.number();
          const large = scan.flag();
          const sweep = scan.flag();
          const nx = bx + scan.number();
          const ny = by + scan.number();
          for (const s of arcToCubics({ x, y, rx, ry, turn, large, sweep, toX: nx, toY: ny })) cubics.push(s);
          x = nx;
          y = ny;
          break;
        }
        case 'Z':
          flush(true);
          x = startX;
          y = startY;
          break;
      }
      handle = next;
      first = false;
      scan.space();
    } while (command.toUpperCase() !== 'Z' && scan.startsNumber());
  }
  flush(false);
  return { contours, fillRule };
}

/** Shortest text of a number to twelve significant digits, and to so many decimals. */
const numberText = (v: number, decimals: number | undefined): string => {
  const exact = Number(v.toPrecision(12));
  const rounded = decimals === undefined ? exact : Number(exact.toFixed(decimals));
  return Object.is(rounded, -0) ? '0' : String(rounded);
};

/** SVG path text with absolute M, L, C and Z, numbers to twelve significant digits; to so many decimals where that is said. */
export function formatPath(path: Path, decimals?: number): string {
  const text = (v: number) => numberText(v, decimals);
  const out: string[] = [];
  for (const c of path.contours) {
    const n = segmentCount(c);
    if (n === 0) continue;
    out.push(`M${text(c.xy[0] as number)} ${text(c.xy[1] as number)}`);
    for (let i = 0; i < n; i++) {
      const s = segmentAt(c, i);
      if (!isLine(s)) out.push(`C${s.slice(2).map(text).join(' ')}`);
      // The closing line is what Z draws.
      else if (!(c.closed && i === n - 1)) out.push(`L${text(s[6])} ${text(s[7])}`);
    }
    if (c.closed) out.push('Z');
  }
  return out.join('');
}
