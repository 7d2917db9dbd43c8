import { setTimeout as wait } from 'node:timers/promises';
import { say } from './say.mjs';

/** Milliseconds between looks at a picture that is being drawn, and that one is waited for. */
const look = 500;
const longest = 60_000;

/** Asks for the stored picture of a design, which has it drawn where there is none, until it is there or cannot be. */
async function drawOne(address, id) {
  for (let waited = 0; waited < longest; waited += look) {
    const { status } = await fetch(`${address}/api/designs/${id}/picture?last=true`);
    if (status !== 404) return;
    await wait(look);
  }
}

/** Has the application draw the pictures that the list of designs begins with, one after another, so that a first look finds them. */
export async function drawPictures(address) {
  try {
    const { designs } = await (await fetch(`${address}/api/designs`)).json();
    for (const { id } of designs) await drawOne(address, id);
  } catch (e) {
    say(`The pictures of the designs are drawn once their list is looked at (${e.message}).`);
  }
}
