/* What the harbor office knows this morning; all three pages show the same. */
globalThis.harbor = {
  notice: { heading: 'Storm', text: 'West 9 by night. Double the lines.' },
  berths: [
    {
      label: 'A1',
      state: 'occupied',
      depth: 6.5,
      ship: 'Marigold',
      parcels: [
        { id: 'p1', name: 'Rope' },
        { id: 'p2', name: 'Salt' },
      ],
    },
    { label: 'A2', state: 'free', depth: 4.5, ship: '', parcels: [] },
    { label: 'B7', state: 'booked', depth: 8, ship: 'Tern', parcels: [{ id: 'p3', name: 'Coal' }] },
  ],
  arrivals: [
    { id: 'marigold', ship: 'Marigold', time: '06:10', note: 'moored', tone: 'good' },
    { id: 'tern', ship: 'Tern', time: '07:45', note: 'on time', tone: 'neutral' },
    { id: 'petrel', ship: 'Petrel', time: '09:20', note: 'late', tone: 'danger' },
  ],
  tides: {
    station: 'Outer mole',
    turns: [
      { time: '00:42', height: 0.6 },
      { time: '06:55', height: 3.1 },
      { time: '13:08', height: 0.4 },
      { time: '19:20', height: 3.4 },
    ],
  },
  tabs: [
    { id: 'berths', label: 'Berths' },
    { id: 'arrivals', label: 'Arrivals' },
    { id: 'tides', label: 'Tides' },
  ],
  tones: { free: 'good', booked: 'warning', occupied: 'neutral' },
};
