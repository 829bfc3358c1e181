import { spawnSync } from 'node:child_process';
import { beforeAll, describe, expect, it } from 'vitest';
import { join } from 'node:path';
import { copyDemo, lastwright, REPOSITORY, writeFiles } from './helpers.js';

const CONSUMER = `
import 'quayside';
import { QuayBerth } from 'quayside/quay-berth/class';

const berth = document.createElement('quay-berth');
berth.label = 'A1';
berth.state = 'booked';
berth.parcels = [{ id: 'p1', name: 'Rope' }];
berth.depth = undefined;
berth.reveal();
const same: QuayBerth = berth;
const depth: number = same.depth;
berth.addEventListener('berth-claim', (event) => {
  const label: string = event.detail.label;
  const parcel: string | undefined = event.detail.parcel;
  console.log(label, parcel, event.currentTarget);
});
berth.addEventListener('click', (event) => console.log(event.clientX, depth));
document.querySelector('quay-button')?.press();
const press = document.createElement('quay-button');
press.disabled = true;
press.type = 'reset';
press.form?.reset();
const valid: boolean = document.createElement('quay-field').checkValidity();
console.log(valid);
`;

let folder: string;

beforeAll(async () => {
  folder = copyDemo();
  expect((await lastwright(['build', '--library', folder])).status).toBe(0);
  writeFiles(
    {
      'tsconfig.json': JSON.stringify({
        compilerOptions: {
          strict: true,
          noEmit: true,
          module: 'NodeNext',
          target: 'ES2022',
          lib: ['ES2022', 'DOM'],
          types: [],
          paths: { quayside: ['./dist/index.d.ts'], 'quayside/*/class': ['./dist/classes/*.d.ts'] },
        },
        files: ['consumer.ts'],
      }),
      'package.json': '{ "type": "module" }',
    },
    folder,
  );
});

function problems(consumer: string): string {
  writeFiles({ 'consumer.ts': consumer }, folder);
  return spawnSync(process.execPath, [join(REPOSITORY, 'node_modules/typescript-7/bin/tsc'), '-p', folder], {
    encoding: 'utf8',
  }).stdout;
}

describe('the declarations of a package', () => {
  it('let right use pass', () => expect(problems(CONSUMER)).toBe(''));

  it.each([
    ['a misspelt property', "berth.lable = 'x';", /lable/],
    ['a choice that there is not', "berth.state = 'sunk';", /'"sunk"'/],
    ['a value of another type', "berth.depth = 'deep';", /'string' is not assignable/],
    [
      'a list that is changed in place',
      "berth.parcels.push({ id: 'x', name: 'X' });",
      /'push' does not exist/,
    ],
    ['an item that lacks a member', "berth.parcels = [{ id: 'x' }];", /name/],
    [
      'a detail that there is not',
      "berth.addEventListener('berth-claim', (event) => event.detail.labl);",
      /labl/,
    ],
    ['a method that there is not', 'berth.hide();', /hide/],
    ['a method with an argument too many', 'berth.reveal(1);', /Expected 0 arguments/],
  ])('catch %s', (_, line, message) => expect(problems(`${CONSUMER}\n${line}\n`)).toMatch(message));
});
