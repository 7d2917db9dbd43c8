/** Prints a line a person should read, and ends the program with a failure. */
export function fail(message) {
  console.error(`\n${message}\n`);
  process.exit(1);
}

export const say = (message) => console.log(message);
