import { spawn, type ChildProcess } from 'node:child_process';
import { once } from 'node:events';

/**
 * Reads what is to be ended, a line each, until whoever writes is gone; then ends it. A browser is a group of processes, and it
 * does not end when the process that started it is killed. Signals to the terminal's group are not for this one.
 */
const SCRIPT = `trap '' INT TERM HUP QUIT; groups= displays= folders=
while read -r kind value; do case $kind in
  group) groups="$groups $value";;
  display) displays="$displays $value";;
  folder) folders="$folders
$value";;
  done) exit 0;;
esac; done
for one in $displays; do kill -TERM "$one"; done 2>/dev/null
for one in $groups; do kill -KILL "-$one"; done 2>/dev/null
sleep 0.1
printf '%s\\n' "$folders" | while read -r one; do [ -n "$one" ] && rm -rf -- "$one"; done`;

/** Sees to it that nothing of a browser is left, however this process ends. */
export class Guard {
  readonly #child: ChildProcess;

  constructor() {
    this.#child = spawn('/bin/sh', ['-c', SCRIPT], { detached: true, stdio: ['pipe', 'ignore', 'ignore'] });
    this.#child.on('error', () => {});
    this.#child.stdin!.on('error', () => {});
    // Neither is a reason for this process to stay.
    this.#child.unref();
    (this.#child.stdin as unknown as { unref(): void }).unref();
  }

  /** A folder that is removed in the end; said before it is used. */
  folder(path: string): void {
    this.#say(`folder ${path}`);
  }

  /** The leader of a group of processes. */
  group({ pid }: ChildProcess): void {
    if (pid !== undefined) this.#say(`group ${pid}`);
  }

  /** A display server, which removes its lock when it is asked to end. */
  display({ pid }: ChildProcess): void {
    if (pid !== undefined) this.#say(`display ${pid}`);
  }

  /** All of it has been ended: there is nothing to guard any more. */
  release(): void {
    this.#say('done');
    this.#child.stdin!.end();
  }

  #say(line: string): void {
    this.#child.stdin!.write(`${line}\n`);
  }
}

/** Ends a process and all that it started; resolves when it is gone. */
export async function endGroup(child: ChildProcess, signal: NodeJS.Signals = 'SIGKILL'): Promise<void> {
  if (child.exitCode !== null || child.signalCode !== null || child.pid === undefined) return;
  const gone = once(child, 'exit');
  killGroup(child, signal);
  await gone;
}

/** The same at once, without waiting. */
export function killGroup({ pid }: ChildProcess, signal: NodeJS.Signals = 'SIGKILL'): void {
  if (pid === undefined) return;
  try {
    process.kill(-pid, signal);
  } catch {
    // It has ended already.
  }
}
