<script setup>
defineProps(['label', 'state', 'depth', 'parcels']);
defineEmits(['claim']);
</script>

<template>
  <article :class="['berth', state]">
    <h3 @click="$emit('claim', { label })">{{ label }}</h3>
    <p>
      <b>{{ depth }}</b> m
    </p>
    <ul>
      <li v-for="(parcel, place) of parcels" :key="place">{{ parcel.name }}</li>
    </ul>
  </article>
</template>
