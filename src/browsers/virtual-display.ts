import { spawn, type ChildProcess } from 'node:child_process';
import type { Readable } from 'node:stream';
import { BrowserMissing } from './browser.js';
import { hearText } from '../system/hear-text.js';
import { endGroup, type Guard } from './guard.js';
import { findInstalled } from './installed.js';
import { installHint } from './install-hint.js';
import { within } from './patience.js';

/** A display that nobody sees. */
export interface VirtualDisplay {
  /** As in the variable `DISPLAY`. */
  name: string;
  close(): Promise<void>;
}

/** How long it may take to start, in milliseconds. */
const START = 20_000;

/** Starts a display server without a monitor, on a number that is free; no port is opened. */
export async function startDisplay(guard: Guard): Promise<VirtualDisplay> {
  const path = await findInstalled(['Xvfb']);
  if (!path)
    throw new BrowserMissing(
      'WebKit needs a display, and there is no Xvfb on this machine.',
      installHint({ apt: 'xvfb', dnf: 'xorg-x11-server-Xvfb' }, 'DISPLAY'),
    );
  const child = spawn(
    path,
    ['-displayfd', '3', '-screen', '0', '1400x1000x24', '-nolisten', 'tcp', '-noreset'],
    { detached: true, stdio: ['ignore', 'ignore', 'ignore', 'pipe'] },
  );
  guard.display(child);
  // It removes its lock when it is asked to end; killed, it would leave it behind.
  const close = (): Promise<void> => endGroup(child, 'SIGTERM');
  try {
    return { name: `:${await within(numberOf(child), START)}`, close };
  } catch (error) {
    await close();
    throw error;
  }
}

/** The number of its display, which it writes into the pipe that it was given. */
function numberOf(child: ChildProcess): Promise<string> {
  return new Promise((resolve, reject) => {
    child.on('error', reject);
    child.on('exit', (code) => reject(new Error(`Xvfb ended at once (${code}).`)));
    let said = '';
    hearText(child.stdio[3] as Readable, (text) => {
      said += text;
      if (said.includes('\n')) resolve(said.trim());
    });
  });
}
