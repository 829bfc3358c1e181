import type { Inside } from './bench-berth.contract.yaml';

export function claim(berth: Inside) {
  berth.emit('berth-claim', { label: berth.label });
}
