// Runs in the page: the operations of the bench, each timed for its script alone and with the layout that follows.
const NAMES = ['Rope', 'Salt', 'Tar', 'Flax', 'Oak', 'Tin'];

const berth = (id) => ({
  id,
  label: `Berth ${id}`,
  state: ['free', 'booked', 'occupied'][id % 3],
  depth: id % 9,
  parcels: [1, 2, 3].map((place) => ({ id: id * 10 + place, name: NAMES[(id + place) % 6] })),
});
const boardRow = (id) => ({ id, ship: `Ship ${id}`, depth: id % 9 });
const list = (from, count, make) => Array.from({ length: count }, (_, place) => make(from + place));
const every = (rows, step, change) => rows.map((row, place) => (place % step === 0 ? change(row) : row));
const swapped = (rows, one, other) => {
  const next = [...rows];
  [next[one], next[other]] = [next[other], next[one]];
  return next;
};
const renamed = ({ id, name }) => ({ id: id + 5, name: `${name} ${id % 7}` });
const places = (count, step = 1) => Array.from({ length: Math.ceil(count / step) }, (_, at) => at * step);

/** The operations of a round: name, what is made ready for it, what is timed, and what comes after. */
const ROUNDS = {
  berths(app, count) {
    let rows = list(1, count, berth);
    return [
      ['create', () => {}, () => app.createAll(rows)],
      [
        'update all',
        () => (rows = every(rows, 1, (row) => ({ ...row, depth: row.depth + 1 }))),
        () => app.show(rows, places(count)),
      ],
      [
        'update every tenth',
        () => (rows = every(rows, 10, (row) => ({ ...row, label: `${row.label}!` }))),
        () => app.show(rows, places(count, 10)),
      ],
      ['swap two', () => (rows = swapped(rows, 1, count - 2)), () => app.swap(rows, 1, count - 2)],
      [
        'replace list',
        () => (rows = every(rows, 1, (row) => ({ ...row, parcels: row.parcels.map(renamed) }))),
        () => app.show(rows, places(count)),
      ],
      ['remove all', () => {}, () => app.removeAll()],
    ];
  },
  board(app, count) {
    let rows = list(1, count, boardRow);
    return [
      ['create', () => app.boardStart(), () => app.boardShow(rows)],
      [
        'append 1,000',
        () => (rows = [...rows, ...list(count + 1, 1000, boardRow)]),
        () => app.boardShow(rows),
      ],
      [
        'update every tenth',
        () => (rows = every(rows, 10, (row) => ({ ...row, ship: `${row.ship}!` }))),
        () => app.boardShow(rows),
      ],
      ['swap two', () => (rows = swapped(rows, 1, count - 2)), () => app.boardShow(rows)],
      ['remove one', () => (rows = rows.filter((_, place) => place !== 5)), () => app.boardShow(rows)],
      ['clear', () => {}, () => app.boardShow([]), () => app.boardEnd()],
    ];
  },
};

let steps = [];

/** Begins a round and gives the names of its operations. */
globalThis.beginRound = (kind, count) => {
  steps = ROUNDS[kind](globalThis.app, count);
  return steps.map(([name]) => name);
};

const LONG = Array.from({ length: 10_000 }, (_, place) => place);

/** Makes so much garbage that the browser collects what is short-lived; a full collection would drop compiled code. */
function collectYoung() {
  let junk = LONG;
  for (let count = 0; count < 1000; count++) junk = LONG.slice();
  return junk.length;
}

/** Makes the next operation ready. What was left before it is collected now, and not in its middle. */
globalThis.prepare = async () => {
  await steps[0][1]();
  return collectYoung();
};

/** Runs the next operation; gives the milliseconds of its script alone, and with the layout that follows. */
globalThis.operate = async () => {
  const [, , work, after] = steps.shift();
  // What an operation before left to do is not counted here.
  await new Promise((resolve) => setTimeout(resolve));
  const began = performance.now();
  await work();
  const script = performance.now() - began;
  void document.body.offsetHeight;
  const total = performance.now() - began;
  await after?.();
  return { script, total };
};

/** A whole round without measuring. */
globalThis.wholeRound = async (kind, count) => {
  for (const _ of globalThis.beginRound(kind, count)) {
    await steps[0][1]();
    await globalThis.operate();
  }
};

/** Creates components and leaves them, so that their memory can be measured. */
globalThis.createAndKeep = (count) => globalThis.app.createAll(list(1, count, berth));
