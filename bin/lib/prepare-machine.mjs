import { copyFonts } from '../fonts.mjs';
import { buildKernels } from '../kernels.mjs';
import { buildPrograms } from '../programs.mjs';
import { ensurePackages } from './install.mjs';

/** Makes what the sources need before they can be read as a whole: packages, kernels, fonts and the programs that Node runs by itself. */
export async function prepareMachine() {
  await ensurePackages();
  await buildKernels({ quiet: true });
  await copyFonts();
  await buildPrograms();
}
