import type { ChildProcess } from 'node:child_process';
import { readdirSync, readFileSync } from 'node:fs';
import { killGroup } from './guard.js';

/** What a process of a browser may take where nothing else is said, in bytes. */
const USUAL_LIMIT = 2 * 2 ** 30;

/** How often is looked, in milliseconds: a page can take a gigabyte in a second. */
const INTERVAL = 200;

/** After so many looks, new processes of a browser are looked for. */
const ROUNDS = 4;

/** A process that was ended explains for so long what goes wrong in its pages, in milliseconds. */
const EXPLAINS = 5000;

let limit = USUAL_LIMIT;
/** Processes that were ended, and that no page has been told of yet. */
let ended: { at: number; limit: number }[] = [];

/** Says how much memory each process of a browser may take from now on, in bytes. */
export function limitMemory(bytes: number): void {
  limit = bytes;
}

/**
 * Why a page has ended, if a process that took too much memory was ended a moment ago; undefined otherwise. Each such process is the
 * reason of one page alone. A browser that does not tell when a page has lost its process has pages that do not answer.
 */
export function tookTooMuch(): string | undefined {
  ended = ended.filter(({ at }) => performance.now() - at < EXPLAINS);
  const reason = ended.shift();
  return reason && `It takes more than ${Number((reason.limit / 2 ** 30).toFixed(2))} GB of memory`;
}

/**
 * Ends what takes too much memory among the processes of a browser, which lead a group of their own, so that one page does not bring
 * down the machine. Where the operating system does not list its processes as Linux does, nobody looks.
 */
export function watchMemory(browser: ChildProcess): void {
  const { pid } = browser;
  if (process.platform !== 'linux' || pid === undefined) return;
  let members: number[] = [];
  let round = 0;
  const timer = setInterval(() => {
    if (round++ % ROUNDS === 0) members = membersOf(pid);
    for (const member of members) {
      if (residentBytes(member) <= limit) continue;
      ended.push({ at: performance.now(), limit });
      members = members.filter((other) => other !== member);
      if (member === pid) killGroup(browser);
      else end(member);
    }
  }, INTERVAL);
  timer.unref();
  browser.once('exit', () => clearInterval(timer));
}

/** Numbers of the processes in a group. */
function membersOf(group: number): number[] {
  return readdirSync('/proc')
    .filter((name) => /^\d+$/.test(name) && groupOf(name) === group)
    .map(Number);
}

/** The name of a process, in brackets, can hold anything; its group is the third field after it (proc(5)). */
function groupOf(pid: string): number | undefined {
  try {
    const text = readFileSync(`/proc/${pid}/stat`, 'latin1');
    return Number(text.slice(text.lastIndexOf(')') + 2).split(' ')[2]);
  } catch {
    return undefined;
  }
}

/** What a process has in memory; nothing for one that has ended. */
function residentBytes(pid: number): number {
  try {
    const [, kilobytes = '0'] =
      /^VmRSS:\s*(\d+) kB/m.exec(readFileSync(`/proc/${pid}/status`, 'latin1')) ?? [];
    return Number(kilobytes) * 1024;
  } catch {
    return 0;
  }
}

function end(pid: number): void {
  try {
    process.kill(pid, 'SIGKILL');
  } catch {
    // It has ended by itself.
  }
}
