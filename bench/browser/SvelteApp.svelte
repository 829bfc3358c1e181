<script>
  import SvelteBerth from './SvelteBerth.svelte';

  let berths = $state.raw([]);
  let board = $state.raw();
  const idle = () => {};
  export function setBerths(rows) {
    berths = rows;
  }
  export function setBoard(rows) {
    board = rows;
  }
</script>

{#each berths as row (row.id)}
  <SvelteBerth label={row.label} state={row.state} depth={row.depth} parcels={row.parcels} onclaim={idle} />
{/each}
{#if board}
  <table>
    <tbody>
      {#each board as row (row.id)}
        <tr>
          <td>{row.id}</td>
          <td onclick={() => idle(row.id)}>{row.ship}</td>
          <td>{row.depth}</td>
        </tr>
      {/each}
    </tbody>
  </table>
{/if}
