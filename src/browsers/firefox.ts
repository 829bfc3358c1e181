import { watchMemory } from './memory-watch.js';
import { spawn, type ChildProcess } from 'node:child_process';
import { writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import type { Readable } from 'node:stream';
import { atEnd } from '../system/at-exit.js';
import { BidiConnection } from './bidi-connection.js';
import { BidiPage, DIALOGS_LEFT, PAGE_EVENTS } from './bidi-page.js';
import { BrowserMissing, type RunningBrowser, type Browser, type Page, type Size } from './browser.js';
import { hearText } from '../system/hear-text.js';
import { endGroup, Guard, killGroup } from './guard.js';
import { findNamed, identityOf } from './installed.js';
import { PATIENCE, within } from './patience.js';
import { newProfile } from './profile.js';

/** It calls nobody, asks nothing, and lets a script run until the run's own limit ends it. */
const PREFERENCES: Readonly<Record<string, string | number | boolean>> = {
  'app.normandy.enabled': false,
  'app.update.auto': false,
  'app.update.disabledForTesting': true,
  'browser.aboutwelcome.enabled': false,
  'browser.sessionstore.resume_from_crash': false,
  'browser.shell.checkDefaultBrowser': false,
  'browser.startup.homepage_override.mstone': 'ignore',
  'browser.startup.page': 0,
  'browser.tabs.unloadOnLowMemory': false,
  'captivedetect.canonicalURL': '',
  'datareporting.policy.dataSubmissionEnabled': false,
  'dom.disable_beforeunload': true,
  'dom.ipc.processPrelaunch.enabled': false,
  'dom.max_script_run_time': 0,
  'dom.max_chrome_script_run_time': 0,
  'extensions.getAddons.cache.enabled': false,
  'extensions.update.enabled': false,
  'media.volume_scale': '0.0',
  'network.captive-portal-service.enabled': false,
  'network.connectivity-service.enabled': false,
  'services.settings.server': 'data:,',
  'toolkit.startup.max_resumed_crashes': -1,
  'toolkit.telemetry.server': 'data:,',
  'ui.caretBlinkTime': 0,
};

/** How long it may take to start, in milliseconds. */
const START = 60_000;

/** Firefox by WebDriver BiDi. `LASTWRIGHT_FIREFOX` names one; otherwise it is looked for on the machine. */
export const firefox: Browser = {
  name: 'firefox',
  title: 'Firefox',
  // Tabs of one window share one focus.
  onePageEach: true,
  async identify() {
    return identityOf(await find());
  },
  async launch() {
    return start(await find());
  },
};

function find(): Promise<string> {
  return findNamed('LASTWRIGHT_FIREFOX', ['firefox', 'firefox-esr'], 'There is no Firefox on this machine.', {
    apt: 'firefox-esr',
    dnf: 'firefox',
    brew: '--cask firefox',
  });
}

async function start(executable: string): Promise<RunningBrowser> {
  const guard = new Guard();
  const profile = newProfile();
  guard.folder(profile.folder);
  const lines = Object.entries(PREFERENCES).map(
    ([name, value]) => `user_pref(${JSON.stringify(name)}, ${JSON.stringify(value)});`,
  );
  await writeFile(join(profile.folder, 'user.js'), lines.join('\n'));
  const child = spawn(
    executable,
    ['--headless', '--no-remote', '--profile', profile.folder, '--remote-debugging-port', '0'],
    {
      stdio: ['ignore', 'ignore', 'pipe'],
      detached: true,
      env: { ...process.env, MOZ_CRASHREPORTER_DISABLE: '1' },
    },
  );
  guard.group(child);
  watchMemory(child);
  const forget = atEnd(() => {
    killGroup(child);
    profile.removeNow();
  });
  const stop = async (): Promise<void> => {
    await endGroup(child);
    forget();
    await profile.remove();
    guard.release();
  };
  try {
    const address = await within(addressOf(child, executable), START);
    const connection = await BidiConnection.open(`${address}/session`);
    const { capabilities } = (await within(
      connection.send('session.new', {
        capabilities: { alwaysMatch: { unhandledPromptBehavior: DIALOGS_LEFT } },
      }),
      PATIENCE,
    )) as { capabilities: { browserVersion: string } };
    await within(connection.send('session.subscribe', { events: PAGE_EVENTS }), PATIENCE);
    return new FirefoxBrowser(connection, `Firefox ${capabilities.browserVersion}`, stop);
  } catch (error) {
    await stop();
    throw error;
  }
}

/** The address at which it listens, which it says when it does. */
function addressOf(child: ChildProcess, executable: string): Promise<string> {
  return new Promise((resolve, reject) => {
    let said = '';
    child.on('error', (error) =>
      reject(new BrowserMissing(`${executable} cannot be started: ${error.message}.`, 'Check the path.')),
    );
    child.on('exit', (code) =>
      reject(new Error(`${executable} ended at once (${code}). ${said.trim().split('\n')[0] ?? ''}`)),
    );
    hearText(child.stderr as Readable, (text) => {
      said = (said + text).slice(-4000);
      const address = /WebDriver BiDi listening on (ws:\/\/\S+)/.exec(said)?.[1];
      if (address) resolve(address);
    });
  });
}

class FirefoxBrowser implements RunningBrowser {
  constructor(
    readonly connection: BidiConnection,
    readonly version: string,
    readonly stop: () => Promise<void>,
  ) {}

  get dead(): boolean {
    return this.connection.closed;
  }

  newPage(size?: Size): Promise<Page> {
    return BidiPage.open(this.connection, size);
  }

  async close(): Promise<void> {
    await within(this.connection.send('browser.close'), 2000).catch(() => {});
    this.connection.close();
    await this.stop();
  }
}
