import { saveFile } from '../dialogs/save-file';
import { get, say } from './store';

/** Copies the report of what went wrong, or saves it as a file where the browser's clipboard is closed. */
export async function copyReport(): Promise<void> {
  const { defect } = get();
  try {
    await navigator.clipboard.writeText(defect);
    say('The report was copied.');
  } catch {
    saveFile(new Blob([defect], { type: 'text/plain' }), 'report.txt');
  }
}
