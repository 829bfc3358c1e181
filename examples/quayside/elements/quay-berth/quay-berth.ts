import type { Inside, Parcel } from './quay-berth.contract.yaml';

/** What one berth remembers. Every change to it updates the view. */
export const state = () => ({ detailsShown: false });

/** Asks for the berth; unless someone objects, it is booked. */
export function claim(berth: Inside, parcel?: Parcel) {
  const detail = parcel ? { label: berth.label, parcel: parcel.id } : { label: berth.label };
  if (berth.emit('berth-claim', detail)) berth.host.state = 'booked';
}

/** A method of the contract: consumers call element.reveal(). */
export function reveal(berth: Inside) {
  berth.state.detailsShown = true;
  berth.host.scrollIntoView();
}

/** Escape hides the details of every berth on the page. */
export function connected(berth: Inside) {
  return berth.listen(window, 'keydown', (event) => {
    if (event.key === 'Escape') berth.state.detailsShown = false;
  });
}
