import { useImperativeHandle, useState, type ReactNode, type Ref } from 'react';
import styles from './Tide.module.css';

/** One turn of the tide. */
export interface Turn {
  /** When it turns, as 24 hours have it. */
  time: string;
  /** Above chart datum, in meters. */
  height: number;
}

export interface TideHandle {
  /** Shows the highest water of the day. */
  showHighest(): void;
}

export interface TideProps {
  /** Where the gauge stands. */
  station: string;
  /** The turns of the tide, in the order of the day. */
  turns?: Turn[];
  /** What heights are told in. */
  unit?: 'm' | 'ft';
  /** A word on the day: wind, springs, neaps. */
  children?: ReactNode;
  /** What can be done about it. */
  actions?: ReactNode;
  /** Somebody chose a turn; false leaves what was chosen before. */
  onPick?: (turn: Turn) => boolean | void;
  ref?: Ref<TideHandle>;
}

const FEET = 3.28084;

/** The tides of a day at one gauge of the harbor. */
export function Tide({ station, turns = [], unit = 'm', children, actions, onPick, ref }: TideProps) {
  const [picked, setPicked] = useState<Turn>();
  const highest = turns.reduce((most, { height }) => Math.max(most, height), 1);
  const told = ({ height }: Turn) => `${(unit === 'ft' ? height * FEET : height).toFixed(1)} ${unit}`;
  useImperativeHandle(ref, () => ({
    showHighest: () => setPicked(turns.find(({ height }) => height === highest)),
  }));
  return (
    <section className={styles.tide} part="gauge">
      <h3 className={styles.station}>{station}</h3>
      <ol className={styles.turns}>
        {turns.map((turn) => (
          <li key={turn.time}>
            <button
              type="button"
              className={styles.turn}
              aria-pressed={turn === picked}
              onClick={() => {
                if (onPick?.(turn) !== false) setPicked(turn);
              }}
            >
              <span className={styles.water} style={{ blockSize: `${(turn.height / highest) * 48}px` }} />
              {turn.time}
            </button>
          </li>
        ))}
      </ol>
      <p className={styles.picked} part="picked" aria-live="polite">
        {picked ? `${picked.time}: ${told(picked)}` : 'No turn chosen'}
      </p>
      {children && <div className={styles.note}>{children}</div>}
      {actions && <footer className={styles.actions}>{actions}</footer>}
    </section>
  );
}
