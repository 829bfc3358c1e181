// A command in a terminal window, as a screenshot: xterm in a virtual X server.
import { execFileSync, spawn } from 'node:child_process';
import { existsSync, mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

const DISPLAY = ':97';
const PAPER = '#14181e';

/** Starts the X server; returns a function that ends it. */
export async function startDisplay() {
  const server = spawn('Xvfb', [DISPLAY, '-screen', '0', '1400x1500x24', '-nolisten', 'tcp'], {
    stdio: 'ignore',
  });
  await new Promise((resolve) => setTimeout(resolve, 1500));
  return () => server.kill();
}

/**
 * Runs shell commands in a terminal and saves what the window shows. A command that begins with `npx lastwright` runs the built
 * program of this repository. What stands in `quietly` runs before, and is not shown.
 */
export async function terminalShot(
  file,
  { cwd, commands, quietly = '', columns = 112, rows = 74, env = {} },
) {
  const folder = mkdtempSync(join(tmpdir(), 'terminal-'));
  const done = join(folder, 'done');
  const script = join(folder, 'script.sh');
  const program = join(process.cwd(), 'bin/lastwright.js');
  writeFileSync(
    script,
    [
      `cd '${cwd}'`,
      `npx() { if [ "$1" = lastwright ]; then shift; node '${program}' "$@"; else "./node_modules/.bin/$@"; fi; }`,
      `(${quietly || ':'}) > /dev/null 2>&1`,
      'clear',
      `printf '\\033[?25l'`,
      ...commands.flatMap((command, index) => [
        ...(index > 0 ? ['echo'] : []),
        `printf '%s\\n' '$ ${command.replaceAll("'", `'\\''`)}'`,
        `${command} 2> '${folder}/stderr' || cat '${folder}/stderr'`,
      ]),
      `touch '${done}'`,
      'sleep 600',
    ].join('\n'),
  );
  const look = ['-fa', 'DejaVu Sans Mono', '-fs', '11', '-bg', PAPER, '-fg', '#e6e9ee', '+sb', '-b', '12'];
  const xterm = spawn(
    'xterm',
    ['-display', DISPLAY, ...look, '-geometry', `${columns}x${rows}+0+0`, '-e', 'bash', script],
    { stdio: 'ignore', env: { ...process.env, ...env, DISPLAY } },
  );
  const end = Date.now() + 900_000;
  while (!existsSync(done)) {
    if (Date.now() > end) throw new Error(`${commands.join('; ')} does not end.`);
    await new Promise((resolve) => setTimeout(resolve, 100));
  }
  await new Promise((resolve) => setTimeout(resolve, 700));
  const raw = join(folder, 'window.png');
  execFileSync('import', ['-display', DISPLAY, '-window', 'root', raw]);
  const trim = (color) => `-bordercolor ${color} -border 1 -trim +repage`.split(' ');
  execFileSync('convert', [raw, ...trim('black'), ...trim(PAPER), '-border', '14', '+repage', file]);
  xterm.kill();
}
