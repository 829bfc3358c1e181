import { useLayoutEffect, useRef, useState } from 'react';

/** Sets what no attribute carries, and listens, once React has taken over. */
function useElement(properties, listeners) {
  const element = useRef(null);
  useLayoutEffect(() => void Object.assign(element.current, properties));
  useLayoutEffect(() => {
    const { current } = element;
    for (const [type, heard] of Object.entries(listeners)) current.addEventListener(type, heard);
    return () => {
      for (const [type, heard] of Object.entries(listeners)) current.removeEventListener(type, heard);
    };
  });
  return element;
}

function Board({ arrivals, pick }) {
  const board = useElement({ arrivals }, { 'board-pick': (event) => pick(event.detail.id) });
  return <quay-board ref={board} caption="Arrivals" />;
}

function Berth({ berth, claim }) {
  const element = useElement(
    { parcels: berth.parcels },
    { 'berth-claim': (event) => claim(event.detail.label) },
  );
  return (
    <quay-berth id={berth.label} ref={element} label={berth.label}>
      <p>{berth.ship}</p>
      <quay-button slot="actions">Cast off</quay-button>
    </quay-berth>
  );
}

export function Page({ harbor }) {
  const [picked, setPicked] = useState();
  const [claimed, setClaimed] = useState([]);
  const [name, setName] = useState('');
  const field = useElement({}, { input: (event) => setName(event.target.value) });
  return (
    <main>
      <h1>The harbor today</h1>
      <quay-notice heading="Storm" urgent={true}>
        <span>West 9 by night.</span>
      </quay-notice>
      <Board arrivals={harbor.arrivals} pick={setPicked} />
      <p className="told">
        {picked ? `Chosen: ${harbor.arrivals.find(({ id }) => id === picked).ship}` : 'No ship is chosen.'}
      </p>
      <div className="berths">
        {harbor.berths.map((berth) => (
          <Berth
            key={berth.label}
            berth={berth}
            claim={(label) => setClaimed((known) => [...known, label])}
          />
        ))}
      </div>
      <p className="told">{claimed.length > 0 ? `Claimed: ${claimed.join(', ')}` : 'No berth is claimed.'}</p>
      <quay-field ref={field} label="Your ship" />
      <p className="told">{name ? `Welcome, ${name}` : 'No name yet.'}</p>
    </main>
  );
}
