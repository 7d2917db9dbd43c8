import { formatVersion } from '../types';
import { isJson, type Upgrade } from './definition';
import { fromOne } from './from-1';
import { fromTwo } from './from-2';
import { fromThree } from './from-3';
import { fromFour } from './from-4';
import { fromFive } from './from-5';
import { fromSix } from './from-6';
import { fromSeven } from './from-7';
import { fromEight } from './from-8';
import { fromNine } from './from-9';

/** One upgrade from each version to the next, the oldest first. */
export const upgrades: readonly Upgrade[] = [
  fromOne,
  fromTwo,
  fromThree,
  fromFour,
  fromFive,
  fromSix,
  fromSeven,
  fromEight,
  fromNine,
];

/** Whether documents of a version can be read. */
export const isReadable = (version: unknown): version is number =>
  Number.isInteger(version) && (version as number) >= 1 && (version as number) <= formatVersion;

function upgraded(raw: unknown, version: number, kind: 'head' | 'part' | 'card'): unknown {
  if (!isJson(raw)) return raw;
  return upgrades.slice(version - 1).reduce((at, u) => u[kind]?.(at) ?? at, raw);
}

/** All of a design of a version but its parts, as the present version has it. */
export function upgradedHead(raw: unknown, version: number): unknown {
  const head = upgraded(raw, version, 'head');
  return isJson(head) ? { ...head, version: formatVersion } : head;
}

/** A part of a design of a version, as the present version has it. */
export const upgradedPart = (raw: unknown, version: number): unknown => upgraded(raw, version, 'part');

/** A step, a coat or a finish that was copied in a version, as the present version has it. */
export const upgradedCard = (raw: unknown, version: number): unknown => upgraded(raw, version, 'card');
