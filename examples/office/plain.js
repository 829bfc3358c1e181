/* The office in plain HTML: no framework and no bundler, opened from a file. */
const { notice, berths, arrivals, tides, tabs, tones } = globalThis.harbor;
const at = (id) => document.getElementById(id);

/** An element with properties and children. */
function make(tag, properties = {}, ...children) {
  const element = Object.assign(document.createElement(tag), properties);
  element.append(...children);
  return element;
}

function badge(text, tone) {
  return make('quay-badge', { tone }, text);
}

function showBerths() {
  at('berths').replaceChildren(
    ...berths.map(({ label, state, depth, ship, parcels }) =>
      make(
        'quay-berth',
        { label, state, depth, parcels },
        ...(ship ? [make('p', {}, ship)] : []),
        Object.assign(badge(state, tones[state]), { slot: 'actions' }),
      ),
    ),
  );
}

function showArrivals() {
  const board = at('board');
  board.arrivals = [...arrivals];
  board.replaceChildren(
    ...arrivals.map(({ id, note, tone }) => Object.assign(badge(note, tone), { slot: `note-${id}` })),
  );
}

at('picture').src = `${library}/pictures/lighthouse.svg`;
at('notice').heading = notice.heading;
at('notice').append(notice.text);
at('tabs').tabs = tabs;
at('tabs').addEventListener('tab-select', ({ detail }) => (at('tabs').selected = detail.id));
Object.assign(at('tide'), tides);
at('moor').entries = berths.map(({ label }) => ({ id: label, label }));
at('moor').addEventListener('menu-choose', ({ detail }) => claim(detail.id));
at('berths').addEventListener('berth-claim', ({ detail }) => claim(detail.label));
at('register').addEventListener('quay-press', () => at('dialog').show());
at('theme').addEventListener('quay-press', () => {
  const dark = document.documentElement.style.colorScheme !== 'dark';
  document.documentElement.style.colorScheme = dark ? 'dark' : 'light';
  at('theme').textContent = dark ? 'Light' : 'Dark';
});
at('form').addEventListener('submit', (event) => {
  event.preventDefault();
  const given = Object.fromEntries(new FormData(event.target));
  if (!given.ship) return;
  arrivals.push({
    id: `ship-${arrivals.length}`,
    ship: given.ship,
    time: given.time || '–',
    note: 'registered',
    tone: 'neutral',
  });
  event.target.reset();
  at('dialog').open = false;
  at('tabs').selected = 'arrivals';
  showArrivals();
});

function claim(label) {
  const berth = berths.find((one) => one.label === label);
  if (berth.state === 'free') berth.state = 'booked';
  showBerths();
}

showBerths();
showArrivals();
