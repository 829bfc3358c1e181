// What the pages of all frameworks share: each operation hands new rows to the framework and waits for the page.

/** The two components of the bench, from functions that draw them. `settled` is the framework's own wait, if it has one. */
export function frameworkApp({ berths, board, settled = () => {} }) {
  const draw = async (rows) => {
    berths(rows);
    await settled();
  };
  globalThis.app = {
    createAll: draw,
    show: draw,
    swap: draw,
    removeAll: () => draw([]),
    boardStart: () => board([]),
    async boardShow(rows) {
      board(rows);
      await settled();
    },
    async boardEnd() {
      board(undefined);
      await settled();
    },
  };
}
