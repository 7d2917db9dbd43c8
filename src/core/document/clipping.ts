import Joi from 'joi';
import type { Coat } from '../coat/types';
import { recipeIn } from '../format/svg/recipe';
import type { Card } from './card';
import { DesignError, treeFaults } from './faults';
import { readPart, refuseUnsound } from './read';
import { cardSchemas } from './schema';
import { formatVersion, type Part } from './types';
import { isReadable, upgradedCard, upgradedPart } from './upgrade';

/** What is copied: parts with all inside them, or one card of a recipe. */
export type Clipping =
  | {
      readonly format: 'silent-compass/parts';
      readonly version: number;
      readonly top: readonly string[];
      readonly parts: Readonly<Record<string, Part>>;
    }
  | {
      readonly format: 'silent-compass/card';
      readonly version: number;
      readonly list: 'coats';
      readonly card: Coat;
    }
  | {
      readonly format: 'silent-compass/card';
      readonly version: number;
      readonly list: 'steps' | 'finishes';
      readonly card: Card;
    };

const envelope = Joi.object({
  format: Joi.valid('silent-compass/parts', 'silent-compass/card').required(),
  // What was copied before copies had a number is of the first version.
  version: Joi.number().integer().min(1).default(1),
  top: Joi.array().items(Joi.string()).max(50_000),
  parts: Joi.object(),
  list: Joi.valid('coats', 'steps', 'finishes'),
  card: Joi.object(),
}).unknown();

const fault = (message: string) => new DesignError([{ where: 'What was copied', message }]);

function readParts(top: readonly string[], raw: Readonly<Record<string, unknown>>, version: number) {
  const parts = Object.fromEntries(
    Object.entries(raw).map(([key, value]) => [key, readPart(key, upgradedPart(value, version))]),
  );
  const faults = treeFaults({ sheets: [{ name: 'What was copied', parts: top }], parts });
  if (faults.length) throw new DesignError(faults);
  return { format: 'silent-compass/parts', version: formatVersion, top, parts } as const;
}

function readCard(list: keyof typeof cardSchemas, raw: unknown, version: number): Clipping {
  refuseUnsound(raw, 'What was copied');
  const { error, value } = cardSchemas[list].validate(upgradedCard(raw, version), { convert: false });
  if (error) throw fault(error.message);
  return { format: 'silent-compass/card', version: formatVersion, list, card: value } as Clipping;
}

/**
 * What a text holds that was copied here, in this or an earlier version, by itself or inside an SVG, checked; null for any other
 * text.
 * @throws DesignError naming what is wrong with it.
 */
export function readClipping(text: string): Clipping | null {
  let raw: unknown;
  try {
    raw = JSON.parse(recipeIn(text) ?? text);
  } catch {
    return null;
  }
  const { error, value } = envelope.validate(raw, { convert: false });
  if (error) {
    const format = (raw as { format?: unknown } | null)?.format;
    if (typeof format === 'string' && /^silent-compass\/(parts|card)$/.test(format))
      throw fault(error.message);
    return null;
  }
  if (!isReadable(value.version))
    throw fault(`has version ${value.version}; this program reads versions 1 to ${formatVersion}`);
  if (value.format === 'silent-compass/parts')
    return readParts(value.top ?? [], value.parts ?? {}, value.version);
  if (!value.list) throw fault('does not say what it is');
  return readCard(value.list, value.card, value.version);
}
