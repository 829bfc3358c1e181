import { render } from 'preact';
import { memo } from 'preact/compat';
import { frameworkApp } from './framework.js';

const Berth = memo(function Berth({ label, state, depth, parcels, onClaim }) {
  return (
    <article class={`berth ${state}`}>
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
const container = document.getElementById('app');
frameworkApp({
  berths: (rows) =>
    render(
      rows.map((row) => <Berth key={row.id} {...row} onClaim={idle} />),
      container,
    ),
  board: (rows) =>
    render(
      rows ? (
        <table>
          <tbody>
            {rows.map((row) => (
              <Row key={row.id} row={row} onPick={idle} />
            ))}
          </tbody>
        </table>
      ) : null,
      container,
    ),
});
