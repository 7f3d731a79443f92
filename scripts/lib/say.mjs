/** Plain lines for the person at the terminal. */
export const say = (text) => process.stdout.write(`${text}\n`);

/** Something a person can put right: printed without a stack, exit code 1. */
export class Trouble extends Error {}

/** Runs a script's main function; trouble becomes a sentence. */
export async function run(main) {
  try {
    process.exitCode = (await main()) ?? process.exitCode ?? 0;
  } catch (error) {
    process.stderr.write(error instanceof Trouble ? `\n${error.message}\n` : `${error.stack ?? error}\n`);
    process.exitCode = 1;
  }
}
