import type { Arrival, Inside } from './quay-board.contract.yaml';

export function pick(board: Inside, arrival: Arrival) {
  board.emit('board-pick', { id: arrival.id });
}
