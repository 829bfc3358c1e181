<script setup>
import VueBerth from './VueBerth.vue';

const props = defineProps(['berths', 'board']);
const idle = () => {};
</script>

<template>
  <VueBerth
    v-for="row of props.berths.value"
    :key="row.id"
    :label="row.label"
    :state="row.state"
    :depth="row.depth"
    :parcels="row.parcels"
    @claim="idle"
  />
  <table v-if="props.board.value">
    <tbody>
      <tr v-for="row of props.board.value" :key="row.id">
        <td>{{ row.id }}</td>
        <td @click="idle(row.id)">{{ row.ship }}</td>
        <td>{{ row.depth }}</td>
      </tr>
    </tbody>
  </table>
</template>
