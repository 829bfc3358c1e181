import { parentPort } from 'node:worker_threads';
import { checkSlice, type SliceInput } from './check-slice.js';

// The other half of a large library, checked in a thread of its own.
parentPort!.once('message', (input: SliceInput) => parentPort!.postMessage(checkSlice(input)));
