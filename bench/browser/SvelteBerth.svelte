<script>
  let { label, state, depth, parcels, onclaim } = $props();
</script>

<article class="berth {state}">
  <h3 onclick={() => onclaim({ label })}>{label}</h3>
  <p><b>{depth}</b> m</p>
  <ul>
    {#each parcels as parcel}
      <li>{parcel.name}</li>
    {/each}
  </ul>
</article>
