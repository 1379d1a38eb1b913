/**
 * Runs a process until it is asked to stop; `start` returns a function that shuts it down. Under a script that may be
 * killed, the process stops when its standard input closes.
 */
export async function runProcess(start: () => Promise<() => Promise<void>>): Promise<void> {
  // Whoever read what is written here may be gone; the work goes on without them.
  for (const stream of [process.stdout, process.stderr]) stream.on('error', () => undefined);
  try {
    const end = await start();
    const stop = () =>
      void end().then(
        () => process.exit(0),
        () => process.exit(1),
      );
    process.once('SIGINT', stop);
    process.once('SIGTERM', stop);
    if (process.env['STOP_WITH_PARENT'] === 'on') process.stdin.once('end', stop).resume();
  } catch (error) {
    process.stderr.write(`${error instanceof Error ? error.message : String(error)}\n`);
    process.exit(1);
  }
}
