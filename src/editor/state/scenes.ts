import { addPictureScene, addSceneSheet, type SceneAdded } from '@/core/edit';
import { choose, openSheet } from './actions';
import { commit, openedDesign } from './history';
import { pickInHand } from './in-hand';
import { choosePicture } from './pictures';
import { get, say, set } from './store';

/** Takes a scene into the design and goes to it, away from the wall. */
async function goTo(label: string, { design, sheet, chosen, finish }: SceneAdded): Promise<void> {
  commit(label, design);
  set({ stage: 1, tool: pickInHand });
  await openSheet(sheet);
  choose(chosen, finish ? { list: 'finishes', id: finish } : null);
}

/** Makes a proof in a shipped scene a sheet of its own, all of whose parts can be changed. */
export const keepScene = (kind: string, params: object): Promise<void> =>
  goTo('Scene as a sheet', addSceneSheet(openedDesign(), get().sheetId, kind, params));

/** Lets the designer choose a picture and lays the sheet at hand on it, in a sheet of its own. */
export async function sceneOnPicture(): Promise<void> {
  const laid = get().sheetId;
  const picture = await choosePicture();
  if (!picture) return;
  const made = addPictureScene(openedDesign(), laid, picture);
  if (made) await goTo('Scene on a picture', made);
  else say('The size of this picture is not known: nothing can be laid on it.');
}
