import { existsSync, readdirSync, statSync } from 'node:fs';
import path from 'node:path';
import { root } from './root.mjs';
import { must, run } from './run.mjs';
import { fail, say } from './say.mjs';

/** Installs the npm packages the lock asks for, unless they are there already. */
export async function ensurePackages() {
  const mark = path.join(root, 'node_modules/.package-lock.json');
  const lock = path.join(root, 'package-lock.json');
  if (existsSync(mark) && statSync(mark).mtimeMs >= statSync(lock).mtimeMs) return;
  say('Installing npm packages …');
  await must('npm', ['ci', '--no-audit', '--no-fund']);
}

const onPath = (name) =>
  (process.env.PATH ?? '')
    .split(':')
    .map((d) => path.join(d, name))
    .find((f) => existsSync(f));

/** Installs Debian packages where that is allowed; says whether they are there now. */
async function tryInstall(packages, what) {
  const command = `apt-get -o DPkg::Lock::Timeout=400 install -y --no-install-recommends ${packages.join(' ')}`;
  const allowed = process.getuid?.() === 0 && onPath('apt-get');
  if (allowed) {
    say(`Installing ${what} …`);
    const quiet = {
      stdio: ['ignore', 'ignore', 'inherit'],
      env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' },
    };
    await run('apt-get', ['-o', 'DPkg::Lock::Timeout=400', 'update'], quiet);
    if ((await run('sh', ['-c', command], quiet)) === 0) return true;
  }
  say(`${what} is missing. Install it with:  sudo ${command}`);
  return false;
}

async function install(packages, what) {
  if (!(await tryInstall(packages, what))) fail(`Nothing goes on without ${what}.`);
}

function findServer() {
  const base = '/usr/lib/postgresql';
  const versions = existsSync(base) ? readdirSync(base).sort((a, b) => Number(b) - Number(a)) : [];
  const folders = [...versions.map((v) => path.join(base, v, 'bin')), ...(process.env.PATH ?? '').split(':')];
  return folders.find((d) => ['initdb', 'postgres', 'pg_isready'].every((f) => existsSync(path.join(d, f))));
}

/** The folder of PostgreSQL's server programs; installs them where that is allowed. */
export async function ensurePostgres() {
  if (!findServer()) await install(['postgresql'], 'PostgreSQL');
  return findServer() ?? fail('PostgreSQL was installed, but its programs were not found.');
}

/** The path of a Chromium to test with; installs it where that is allowed. */
export async function ensureChromium() {
  // The shell draws pages without a browser around them: a quarter less work.
  const shell = () => onPath('chromium-headless-shell');
  const whole = () => ['chromium', 'chromium-browser'].map(onPath).find(Boolean);
  if (!shell()) await tryInstall(['chromium-headless-shell'], 'Chromium’s headless shell');
  if (!shell() && !whole()) await install(['chromium'], 'Chromium');
  return shell() ?? whole() ?? fail('Chromium was installed, but was not found.');
}

/** Debian's renderers of SVG and PDF, outside references for whole pictures and meshes. */
export async function ensureSvgRenderer() {
  if (!onPath('rsvg-convert')) await install(['librsvg2-bin'], 'rsvg-convert');
  if (!onPath('pdftoppm')) await install(['poppler-utils'], 'pdftoppm');
}
