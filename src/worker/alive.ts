/**
 * Holds the lock of this worker’s name for as long as it lives, in whatever way it ends. Resolves with the name once
 * it is held, or with nothing where the browser has no locks.
 */
export function holdOwnLock(): Promise<string> {
  const { locks } = navigator;
  const { name } = self;
  if (!locks || !name) return Promise.resolve('');
  return new Promise((resolve) => {
    void locks.request(name, () => {
      resolve(name);
      return new Promise<void>(() => {});
    });
  });
}
