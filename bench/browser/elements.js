// What hand-written and built elements share in a page: plain scripts create them, set properties, move and remove them.

/** The two components of the bench, for elements with these tags. */
export function elementApp(berthTag, boardTag) {
  const container = document.getElementById('app');
  let berths = [];
  let board;
  const settled = () => Promise.resolve().then(() => {});
  return {
    async createAll(rows) {
      berths = rows.map((row) => {
        const berth = document.createElement(berthTag);
        Object.assign(berth, { label: row.label, state: row.state, depth: row.depth, parcels: row.parcels });
        return berth;
      });
      container.append(...berths);
    },
    async show(rows, changed) {
      for (const place of changed) {
        const { label, state, depth, parcels } = rows[place];
        const berth = berths[place];
        berth.label = label;
        berth.state = state;
        berth.depth = depth;
        berth.parcels = parcels;
      }
      await settled();
    },
    async swap(rows, one, other) {
      const [first, second] = [berths[one], berths[other]];
      const behind = second.nextSibling;
      first.before(second);
      container.insertBefore(first, behind);
      [berths[one], berths[other]] = [second, first];
    },
    async removeAll() {
      container.replaceChildren();
      berths = [];
    },
    async boardStart() {
      board = document.createElement(boardTag);
      container.append(board);
    },
    async boardShow(rows) {
      board.rows = rows;
      await settled();
    },
    async boardEnd() {
      board.remove();
    },
  };
}
