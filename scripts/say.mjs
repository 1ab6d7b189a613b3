/** One line for the person at the terminal. */
export function say(text) {
  process.stdout.write(`${text}\n`);
}

/** An end that was foreseen: its message is all that is printed. */
export class Stop extends Error {}

/** Runs a script's main function; a foreseen end prints its sentence, any other its stack. */
export async function main(run) {
  try {
    await run();
  } catch (error) {
    process.stderr.write(`\n${error instanceof Stop ? error.message : (error?.stack ?? error)}\n`);
    process.exit(1);
  }
}
