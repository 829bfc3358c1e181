import { Entry } from './entry.js';
import { Lamp } from './lamp.js';

/** Elements with one fault each, by name; a class is made only when it is asked for. */
export type Faults<Base> = Record<string, () => new () => Base>;
export type LampFaults = Faults<Lamp>;
export type EntryFaults = Faults<Entry>;
