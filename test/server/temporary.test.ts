import { spawn } from 'node:child_process';
import { once } from 'node:events';
import { existsSync, mkdirSync, rmSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { folderStem, sweepFolders, withFolder } from '@/server/temporary';

describe('temporary folders', () => {
  it('go with the work that they were made for, whatever becomes of it', async () => {
    let made = '';
    await expect(
      withFolder(async (folder) => {
        made = folder;
        expect(existsSync(folder)).toBe(true);
        throw new Error('It failed.');
      }),
    ).rejects.toThrow('It failed.');
    expect(existsSync(made)).toBe(false);
  });

  it('of processes that were killed are swept, those of living ones stay', async () => {
    const process1 = spawn('sleep', ['60']);
    const of = (pid: number) => `${folderStem().replace(`-${process.pid}-`, `-${pid}-`)}left`;
    const left = of(process1.pid as number);
    mkdirSync(left);
    const own = `${folderStem()}kept`;
    mkdirSync(own);
    try {
      await sweepFolders();
      expect([existsSync(left), existsSync(own)]).toEqual([true, true]);
      process1.kill('SIGKILL');
      await once(process1, 'exit');
      expect(await sweepFolders()).toBeGreaterThan(0);
      expect([existsSync(left), existsSync(own)]).toEqual([false, true]);
    } finally {
      rmSync(own, { recursive: true });
    }
  });
});
