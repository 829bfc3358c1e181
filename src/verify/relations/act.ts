/** One thing that a consumer does to an element on the way to a state. Properties are named by their place in the list. */
export type Act =
  /** Sets a property to one of its values. */
  | { set: number; value: number }
  /** Sets a property to undefined. */
  | { undefine: number }
  /** Writes one of its values as an attribute. */
  | { write: number; value: number }
  /** Takes an attribute away that was written. */
  | { erase: number }
  /** Gives a slot one more node. */
  | { give: number }
  /** Takes a slot's content away. */
  | { take: number }
  /** First of all: makes it where its tag is not defined yet. Later it is nothing. */
  | { begin: 'before its definition' }
  | { to: 'page' | 'nowhere' | 'elsewhere' | 'another document' | 'clone' };

/** Which acts a relation is about. */
export type Concern = 'values' | 'attributes' | 'definition' | 'content' | 'moves';

/** Whether an act is one that a relation is about. */
export function concerns(act: Act, concern: Concern): boolean {
  if (concern === 'definition') return 'begin' in act;
  if (concern === 'attributes') return 'write' in act || 'erase' in act;
  if (concern === 'content') return 'give' in act || 'take' in act;
  if (concern === 'moves') return 'to' in act && act.to !== 'page';
  return 'set' in act || 'undefine' in act;
}
