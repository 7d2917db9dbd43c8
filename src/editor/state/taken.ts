/** Whether a wish was taken; who sent it tells what was wrong. */
export const taken = (answer: Promise<unknown>): Promise<boolean> =>
  answer.then(
    () => true,
    () => false,
  );
