import type Joi from 'joi';
import { DesignError, type DesignFault, formulaFaults, ownMeasureFaults, treeFaults } from './faults';
import { headSchema, idSchema, partSchema } from './schema';
import { unsoundIn } from './text';
import { type Design, formatName, formatVersion, type Part } from './types';
import { isReadable, upgradedHead, upgradedPart } from './upgrade';

/** Faults that are told at once. */
const faultsTold = 20;

/** Values in something of which all that is wrong is told. */
const few = 2000;

/** Whether there are only few values in something, contours and all. */
function isSmall(raw: unknown): boolean {
  const left: unknown[] = [raw];
  for (let seen = 0; left.length; seen++) {
    const v = left.pop();
    if (seen > few) return false;
    if (typeof v !== 'object' || v === null) continue;
    const inside: readonly unknown[] = Array.isArray(v) ? v : Object.values(v);
    if (inside.length > few) return false;
    for (const x of inside) left.push(x);
  }
  return true;
}

function checked<T>(
  schema: Joi.Schema,
  raw: unknown,
  nameOf: (path: readonly (string | number)[]) => string,
): T {
  // Of much that is wrong the first thing is told: every complaint takes time and memory.
  const { error, value } = schema.validate(raw, { abortEarly: !isSmall(raw), convert: false });
  if (error)
    throw new DesignError(
      error.details
        .slice(0, faultsTold)
        .map((e) => ({ where: nameOf(e.path), message: e.message.replace(/^"[^"]*" /, '') })),
    );
  return value as T;
}

/** Objects, and texts, that a part or a head may hold: its validator takes as long as they are many. */
const limits = { objects: 20_000, texts: 200_000, list: 100_000 } as const;

/** Refuses what would take too long to be looked through; contours are looked through in one go and do not count. */
function refuseTooMany(raw: unknown, where: string): void {
  let [objects, texts] = [0, 0];
  const left: unknown[] = [raw];
  while (left.length) {
    const v = left.pop();
    if (typeof v === 'string') texts++;
    if (typeof v !== 'object' || v === null) continue;
    objects++;
    if (Array.isArray(v) && v.length > limits.list)
      throw new DesignError([{ where, message: 'has a list that is longer than one may be' }]);
    if (objects > limits.objects || texts > limits.texts)
      throw new DesignError([{ where, message: 'holds more than one part or design may' }]);
    for (const [key, inside] of Object.entries(v)) if (key !== 'contours') left.push(inside);
  }
}

/** The name of something that was not read yet, where it has one. */
function nameOf(raw: unknown): string | undefined {
  const name = (raw as { name?: unknown } | null | undefined)?.name;
  return typeof name === 'string' ? name : undefined;
}

/** A design without its parts. */
export type DesignHead = Omit<Design, 'parts'>;

/** Refuses what no store keeps: halves of characters, NUL, numbers that are not normal. */
export function refuseUnsound(raw: unknown, where: string): void {
  const unsound = unsoundIn(raw);
  if (unsound) throw new DesignError([{ where, message: unsound }]);
}

/** Checks all of a design but its parts. @throws DesignError naming each fault. */
export function readHead(raw: unknown): DesignHead {
  refuseUnsound(raw, 'The design');
  refuseTooMany(raw, 'The design');
  return checked<DesignHead>(headSchema, raw, ([first, second, ...rest]) => {
    if (first === undefined) return 'The design';
    if (first !== 'sheets' || second === undefined)
      return [first, second, ...rest].filter((k) => k !== undefined).join(' › ');
    const { sheets } = raw as { sheets?: unknown[] };
    return `Sheet “${nameOf(sheets?.[Number(second)]) ?? second}”${rest.length ? `, ${rest.join(' › ')}` : ''}`;
  });
}

/** Checks one part; fields that came later are filled in. @throws DesignError naming the part and each field. */
export function readPart(key: string, raw: unknown): Part {
  const name = nameOf(raw) ?? key;
  refuseUnsound(raw, `Part “${key}”`);
  refuseTooMany(raw, `Part “${key}”`);
  checked(idSchema, key, () => 'The parts');
  return checked<Part>(
    partSchema.required(),
    raw,
    (path) => `Part “${name}”${path.length ? `, ${path.join(' › ')}` : ''}`,
  );
}

const isRecord = (v: unknown): v is Record<string, unknown> =>
  typeof v === 'object' && v !== null && !Array.isArray(v);

function checkFormat(raw: unknown): asserts raw is Record<string, unknown> & { version: number } {
  if (!isRecord(raw)) throw new DesignError([{ where: 'The design', message: 'is not a design document' }]);
  if (raw.format !== formatName)
    throw new DesignError([{ where: 'The design', message: 'is not a Silent Compass design' }]);
  if (!isReadable(raw.version))
    throw new DesignError([
      {
        where: 'The design',
        message: `has version ${String(raw.version)}; this program reads versions 1 to ${formatVersion}`,
      },
    ]);
}

/** Reads a design piece by piece: yields between pieces, so that other work can be done meanwhile. */
function* reading(raw: unknown): Generator<void, Design> {
  checkFormat(raw);
  const { parts: rawParts, ...rest } = raw;
  const { version } = raw;
  const faults: DesignFault[] = [];
  const attempt = <T>(work: () => T): T | null => {
    try {
      return work();
    } catch (e) {
      if (!(e instanceof DesignError)) throw e;
      faults.push(...e.faults);
      return null;
    }
  };
  const head = attempt(() => readHead(upgradedHead(rest, version)));
  const parts: Record<string, Part> = {};
  if (!isRecord(rawParts)) faults.push({ where: 'parts', message: 'is required' });
  else
    for (const [key, value] of Object.entries(rawParts)) {
      const part = attempt(() => readPart(key, upgradedPart(value, version)));
      if (part) parts[key] = part;
      if (faults.length >= faultsTold) break;
      yield;
    }
  if (faults.length || !head) throw new DesignError(faults.slice(0, faultsTold));
  const design: Design = { ...head, parts };
  const whole = [
    ...treeFaults(design),
    ...ownMeasureFaults(design),
    ...formulaFaults(design, [...Object.values(parts), ...design.sheets]),
  ];
  if (whole.length) throw new DesignError(whole.slice(0, faultsTold));
  return design;
}

/**
 * Checks stored or received data and returns it as a design of the present version.
 * @throws DesignError naming the part and the field of each fault, twenty at most.
 */
export function readDesign(raw: unknown): Design {
  const work = reading(raw);
  for (;;) {
    const { done, value } = work.next();
    if (done) return value;
  }
}

/** Milliseconds that reading goes on in one piece. */
const stretch = 8;

/** `readDesign` that gives way again and again: `pause` resolves once other work was done. */
export async function readDesignGently(raw: unknown, pause: () => Promise<void>): Promise<Design> {
  const work = reading(raw);
  for (let began = performance.now(); ; ) {
    const { done, value } = work.next();
    if (done) return value;
    if (performance.now() - began > stretch) {
      await pause();
      began = performance.now();
    }
  }
}

/** Reads a design from text. @throws DesignError also where the text is not JSON. */
export function parseDesign(text: string): Design {
  let raw: unknown;
  try {
    raw = JSON.parse(text);
  } catch (cause) {
    throw new DesignError([{ where: 'The file', message: `is not JSON (${(cause as Error).message})` }]);
  }
  return readDesign(raw);
}
