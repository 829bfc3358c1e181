import { memo } from 'react';
import { createRoot } from 'react-dom/client';
import { flushSync } from 'react-dom';
import { frameworkApp } from './framework.js';

const Berth = memo(function Berth({ label, state, depth, parcels, onClaim }) {
  return (
    <article className={`berth ${state}`}>
      <h3 onClick={() => onClaim({ label })}>{label}</h3>
      <p>
        <b>{depth}</b> m
      </p>
      <ul>
        {parcels.map((parcel, place) => (
          <li key={place}>{parcel.name}</li>
        ))}
      </ul>
    </article>
  );
});
const Row = memo(function Row({ row, onPick }) {
  return (
    <tr>
      <td>{row.id}</td>
      <td onClick={() => onPick(row.id)}>{row.ship}</td>
      <td>{row.depth}</td>
    </tr>
  );
});
const idle = () => {};
const Berths = ({ rows }) => rows.map((row) => <Berth key={row.id} {...row} onClaim={idle} />);
const Board = ({ rows }) => (
  <table>
    <tbody>
      {rows.map((row) => (
        <Row key={row.id} row={row} onPick={idle} />
      ))}
    </tbody>
  </table>
);

const root = createRoot(document.getElementById('app'));
frameworkApp({
  berths: (rows) => flushSync(() => root.render(<Berths rows={rows} />)),
  board: (rows) => flushSync(() => root.render(rows ? <Board rows={rows} /> : null)),
});
