/* The same office in Vue 3; the template is compiled in the page, so that no plugin is needed. */
import { createApp, ref, shallowRef } from 'vue/dist/vue.esm-bundler.js';
import 'quayside';
import lighthouse from '../quayside/pictures/lighthouse.svg';
import './data.js';

const { notice, tides, tabs, tones, ...first } = globalThis.harbor;

const office = createApp({
  template: `
    <header>
      <quay-picture alt="A lighthouse" :src="lighthouse"></quay-picture>
      <h1>Harbor office</h1>
      <quay-menu
        label="Moor"
        :entries="berths.map(({ label }) => ({ id: label, label }))"
        @menu-choose="(event) => claim(event.detail.id)"
      ></quay-menu>
      <quay-button variant="quiet" @quay-press="switchTheme">{{ dark ? 'Light' : 'Dark' }}</quay-button>
      <quay-button @quay-press="open = true">Register a ship</quay-button>
    </header>
    <quay-notice urgent :heading="notice.heading">{{ notice.text }}</quay-notice>
    <quay-tabs :tabs="tabs" :selected="selected" @tab-select="(event) => (selected = event.detail.id)">
      <div slot="panel-berths" class="berths">
        <quay-berth
          v-for="{ label, state, depth, ship, parcels } of berths"
          :key="label"
          :label="label"
          :state="state"
          :depth="depth"
          :parcels="parcels"
          @berth-claim="claim(label)"
        >
          <p v-if="ship">{{ ship }}</p>
          <quay-badge slot="actions" :tone="tones[state]">{{ state }}</quay-badge>
        </quay-berth>
      </div>
      <quay-board slot="panel-arrivals" caption="Arrivals" :arrivals="arrivals">
        <quay-badge v-for="{ id, note, tone } of arrivals" :key="id" :slot="'note-' + id" :tone="tone">{{ note }}</quay-badge>
      </quay-board>
      <quay-panel slot="panel-tides" heading="Tides of the day">
        <quay-tide :station="tides.station" :turns="tides.turns"><p>Springs; wind from the west.</p></quay-tide>
        <small slot="footer">Heights above chart datum</small>
      </quay-panel>
    </quay-tabs>
    <quay-dialog heading="Register a ship" :open="open" @dialog-close="open = false">
      <form ref="form" @submit.prevent="register">
        <quay-field name="ship" label="Name of the ship" needed>
          <small slot="hint">As it is painted on the bow</small>
        </quay-field>
        <quay-field name="time" label="Time of arrival"></quay-field>
        <quay-button type="submit">Register</quay-button>
      </form>
    </quay-dialog>
  `,
  setup() {
    const berths = shallowRef(first.berths);
    const arrivals = shallowRef(first.arrivals);
    const selected = ref('berths');
    const open = ref(false);
    const dark = ref(false);
    const form = ref(null);

    const claim = (label) => {
      berths.value = berths.value.map((berth) =>
        berth.label === label && berth.state === 'free' ? { ...berth, state: 'booked' } : berth,
      );
    };
    const switchTheme = () => {
      document.documentElement.style.colorScheme = dark.value ? 'light' : 'dark';
      dark.value = !dark.value;
    };
    const register = () => {
      const { ship, time } = Object.fromEntries(new FormData(form.value));
      if (!ship) return;
      const id = `ship-${arrivals.value.length}`;
      arrivals.value = [
        ...arrivals.value,
        { id, ship, time: time || '–', note: 'registered', tone: 'neutral' },
      ];
      form.value.reset();
      open.value = false;
      selected.value = 'arrivals';
    };
    return {
      arrivals,
      berths,
      claim,
      dark,
      form,
      lighthouse,
      notice,
      open,
      register,
      selected,
      switchTheme,
      tabs,
      tides,
      tones,
    };
  },
});

office.config.compilerOptions.isCustomElement = (tag) => tag.startsWith('quay-');
office.mount('#office');
