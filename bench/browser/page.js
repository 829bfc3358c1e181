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
const places = (count, step = 1) => Array.from({ length: Math.ceil(count / step) }, (_, at) => at * step);

let times = {};
async function time(name, work) {
  // What an operation before left to do is not counted here.
  await new Promise((resolve) => setTimeout(resolve));
  const began = performance.now();
  await work();
  const script = performance.now() - began;
  void document.body.offsetHeight;
  times[name] = { script, total: performance.now() - began };
}

/** One round with `count` components; gives times in milliseconds by operation. */
globalThis.berthRound = async (count) => {
  const { app } = globalThis;
  times = {};
  let rows = list(1, count, berth);
  await time('create', () => app.createAll(rows));
  rows = every(rows, 1, (row) => ({ ...row, depth: row.depth + 1 }));
  await time('update all', () => app.show(rows, places(count)));
  rows = every(rows, 10, (row) => ({ ...row, label: `${row.label}!` }));
  await time('update every tenth', () => app.show(rows, places(count, 10)));
  rows = swapped(rows, 1, count - 2);
  await time('swap two', () => app.swap(rows, 1, count - 2));
  rows = every(rows, 1, (row) => ({
    ...row,
    parcels: row.parcels.map(({ id, name }) => ({ id: id + 5, name: `${name} ${row.id % 7}` })),
  }));
  await time('replace list', () => app.show(rows, places(count)));
  await time('remove all', () => app.removeAll());
  return times;
};

/** One round with a board of `count` rows. */
globalThis.boardRound = async (count) => {
  const { app } = globalThis;
  times = {};
  await app.boardStart();
  let rows = list(1, count, boardRow);
  await time('create', () => app.boardShow(rows));
  rows = [...rows, ...list(count + 1, 1000, boardRow)];
  await time('append 1,000', () => app.boardShow(rows));
  rows = every(rows, 10, (row) => ({ ...row, ship: `${row.ship}!` }));
  await time('update every tenth', () => app.boardShow(rows));
  rows = swapped(rows, 1, count - 2);
  await time('swap two', () => app.boardShow(rows));
  rows = rows.filter((_, place) => place !== 5);
  await time('remove one', () => app.boardShow(rows));
  await time('clear', () => app.boardShow([]));
  await app.boardEnd();
  return times;
};

/** Creates components and leaves them, so that their memory can be measured. */
globalThis.createAndKeep = (count) => globalThis.app.createAll(list(1, count, berth));
