import { For, Index, Show } from 'solid-js';
import { createStore, reconcile } from 'solid-js/store';
import { render } from 'solid-js/web';
import { frameworkApp } from './framework.js';

const [store, setStore] = createStore({ berths: [], board: undefined });
const idle = () => {};

function Berth(props) {
  return (
    <article class={`berth ${props.row.state}`}>
      <h3 onClick={() => idle({ label: props.row.label })}>{props.row.label}</h3>
      <p>
        <b>{props.row.depth}</b> m
      </p>
      <ul>
        <Index each={props.row.parcels}>{(parcel) => <li>{parcel().name}</li>}</Index>
      </ul>
    </article>
  );
}

render(
  () => (
    <>
      <For each={store.berths}>{(row) => <Berth row={row} />}</For>
      <Show when={store.board}>
        <table>
          <tbody>
            <For each={store.board}>
              {(row) => (
                <tr>
                  <td>{row.id}</td>
                  <td onClick={() => idle(row.id)}>{row.ship}</td>
                  <td>{row.depth}</td>
                </tr>
              )}
            </For>
          </tbody>
        </table>
      </Show>
    </>
  ),
  document.getElementById('app'),
);
frameworkApp({
  berths: (rows) => setStore('berths', reconcile(rows, { key: 'id' })),
  board: (rows) => setStore('board', rows && reconcile(rows, { key: 'id' })),
});
