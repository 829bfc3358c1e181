import { spawn } from 'node:child_process';

/** Starts the live page of a library; gives where it is, the library's elements, and a function that ends it. */
export async function startPreview(library) {
  const child = spawn(
    process.execPath,
    ['bin/lastwright.js', 'preview', '--json', '--port', '0', '--library', library],
    { stdio: ['ignore', 'pipe', 'inherit'] },
  );
  let said = '';
  for await (const chunk of child.stdout.setEncoding('utf8').iterator({ destroyOnReturn: false })) {
    said += chunk;
    if (said.endsWith('}\n')) break;
  }
  const { address, elements } = JSON.parse(said);
  const ended = new Promise((resolve) => child.once('exit', resolve));
  const end = () => {
    child.kill('SIGTERM');
    return ended;
  };
  return { address, elements, end };
}
