// Child processes: run one to its end, or keep one running and forward signals.
import { spawn, spawnSync } from 'node:child_process';
import { ROOT } from './settings.mjs';

/** Runs a command to its end; shows its output only if it fails (or always, with `show`). */
export function run(command, args, { show = false, env = {}, cwd = ROOT } = {}) {
  const result = spawnSync(command, args, {
    cwd,
    env: { ...process.env, ...env },
    stdio: show ? ['ignore', 'inherit', 'inherit'] : ['ignore', 'pipe', 'pipe'],
    encoding: 'utf8',
    maxBuffer: 1 << 28,
  });
  if (result.status !== 0) {
    throw new Error(
      `${command} ${args.join(' ')} failed (${result.status ?? result.signal})\n${result.stdout ?? ''}${result.stderr ?? ''}`,
    );
  }
  return result.stdout ?? '';
}

/**
 * Starts a long-running command in its own process group, so that Ctrl+C reaches it only through us. Its standard input
 * closes when this process ends.
 */
export function keep(command, args, { env = {}, cwd = ROOT } = {}) {
  return spawn(command, args, {
    cwd,
    env: { ...process.env, ...env },
    stdio: ['pipe', 'inherit', 'inherit'],
    detached: true,
  });
}

/** Asks the children to stop, and waits until they have. */
export async function stopAll(children) {
  await Promise.all(
    children.map(async (child) => {
      if (child.exitCode !== null || child.signalCode !== null) return;
      const ended = new Promise((resolve) => child.once('exit', resolve));
      try {
        process.kill(-child.pid, 'SIGTERM');
      } catch {
        return;
      }
      const late = setTimeout(() => process.kill(-child.pid, 'SIGKILL'), 8_000);
      await ended;
      clearTimeout(late);
    }),
  );
}
