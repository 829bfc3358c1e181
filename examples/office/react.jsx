/* The same office in React 19. */
import { useRef, useState } from 'react';
import { createRoot } from 'react-dom/client';
import 'quayside';
import lighthouse from '../quayside/pictures/lighthouse.svg';
import './data.js';

const { notice, tides, tabs, tones, ...first } = globalThis.harbor;

function Office() {
  const [berths, setBerths] = useState(first.berths);
  const [arrivals, setArrivals] = useState(first.arrivals);
  const [selected, setSelected] = useState('berths');
  const [open, setOpen] = useState(false);
  const [dark, setDark] = useState(false);
  const form = useRef(null);

  const claim = (label) =>
    setBerths((all) =>
      all.map((berth) =>
        berth.label === label && berth.state === 'free' ? { ...berth, state: 'booked' } : berth,
      ),
    );

  const switchTheme = () => {
    document.documentElement.style.colorScheme = dark ? 'light' : 'dark';
    setDark(!dark);
  };

  const register = (event) => {
    event.preventDefault();
    const { ship, time } = Object.fromEntries(new FormData(form.current));
    if (!ship) return;
    setArrivals((all) => [
      ...all,
      { id: `ship-${all.length}`, ship, time: time || '–', note: 'registered', tone: 'neutral' },
    ]);
    form.current.reset();
    setOpen(false);
    setSelected('arrivals');
  };

  return (
    <>
      <header>
        <quay-picture alt="A lighthouse" src={lighthouse}></quay-picture>
        <h1>Harbor office</h1>
        <quay-menu
          label="Moor"
          entries={berths.map(({ label }) => ({ id: label, label }))}
          onmenu-choose={(event) => claim(event.detail.id)}
        ></quay-menu>
        <quay-button variant="quiet" onquay-press={switchTheme}>
          {dark ? 'Light' : 'Dark'}
        </quay-button>
        <quay-button onquay-press={() => setOpen(true)}>Register a ship</quay-button>
      </header>
      <quay-notice urgent heading={notice.heading}>
        {notice.text}
      </quay-notice>
      <quay-tabs tabs={tabs} selected={selected} ontab-select={(event) => setSelected(event.detail.id)}>
        <div slot="panel-berths" className="berths">
          {berths.map(({ label, state, depth, ship, parcels }) => (
            <quay-berth
              key={label}
              label={label}
              state={state}
              depth={depth}
              parcels={parcels}
              onberth-claim={() => claim(label)}
            >
              {ship && <p>{ship}</p>}
              <quay-badge slot="actions" tone={tones[state]}>
                {state}
              </quay-badge>
            </quay-berth>
          ))}
        </div>
        <quay-board slot="panel-arrivals" caption="Arrivals" arrivals={arrivals}>
          {arrivals.map(({ id, note, tone }) => (
            <quay-badge key={id} slot={`note-${id}`} tone={tone}>
              {note}
            </quay-badge>
          ))}
        </quay-board>
        <quay-panel slot="panel-tides" heading="Tides of the day">
          <quay-tide station={tides.station} turns={tides.turns}>
            <p>Springs; wind from the west.</p>
          </quay-tide>
          <small slot="footer">Heights above chart datum</small>
        </quay-panel>
      </quay-tabs>
      <quay-dialog heading="Register a ship" open={open} ondialog-close={() => setOpen(false)}>
        <form ref={form} onSubmit={register}>
          <quay-field name="ship" label="Name of the ship" needed>
            <small slot="hint">As it is painted on the bow</small>
          </quay-field>
          <quay-field name="time" label="Time of arrival"></quay-field>
          <quay-button type="submit">Register</quay-button>
        </form>
      </quay-dialog>
    </>
  );
}

createRoot(document.getElementById('office')).render(<Office />);
