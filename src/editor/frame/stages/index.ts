import { chooseCard } from '../../state/actions';
import { pickInHand } from '../../state/in-hand';
import { get, set } from '../../state/store';
import type { Stage } from '../tool';
import { bend } from './bend';
import { colour } from './colour';
import { combine } from './combine';
import { depth } from './depth';
import { draw } from './draw';
import { proof } from './proof';
import { repeat } from './repeat';

/** The stages in the order of work, and the tools on each tray. */
export const stages: readonly Stage[] = [draw, combine, repeat, bend, colour, depth, proof];

/** Letters of the home row, in the order of the tray. */
export const homeRow = ['a', 's', 'd', 'f', 'g', 'h', 'j', 'k', 'l'] as const;

/** Opens a stage: its tray, and the handles that go with it. */
export function openStage(number: number): void {
  const stage = stages.find((s) => s.number === number);
  if (!stage) return;
  set({ stage: number, tool: pickInHand });
  const { chosen, design, card: atHand } = get();
  const part = chosen.length === 1 ? design?.parts[chosen[0]] : null;
  const card = part && stage.card?.(part);
  // A card that the stage is for stays chosen.
  if (card && card.list !== atHand?.list) chooseCard(card);
}

/** Takes the tool of a home-row place; pressed again, its place goes on to the next of its kin. */
export function pressPlace(stageNumber: number, place: number): boolean {
  const tool = stages.find((s) => s.number === stageNumber)?.tools[place];
  if (!tool) return false;
  const at = tool.kin?.findIndex((t) => t.hand?.id === get().tool.id) ?? -1;
  if (tool.kin && at >= 0) tool.kin[(at + 1) % tool.kin.length].act();
  else tool.act();
  return true;
}
