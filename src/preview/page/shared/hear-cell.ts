import type { CellMessage } from '../../messages.js';
import { askPlace } from './api.js';
import { comparePictures, noteArrival } from './loading.js';
import { withEntry, type LogKind, type LogLine } from './log.js';
import { cellKey, type PageState } from './sheet-state.js';
import { treeFrameworkOf } from './sheet-rows.js';
import { brief } from './words.js';

/** Takes in what a cell of the line-up tells. */
export function hearCell(state: PageState, framework: string, sample: number, message: CellMessage): void {
  const note = (kind: LogKind, subject: string, text: string, place = ''): void => {
    const several = state.element.samples.length > 1;
    const line: LogLine = {
      kind,
      sample: several ? (state.element.samples[sample]?.name ?? '') : '',
      subject,
      text,
      place,
    };
    state.log = withEntry(state.log, line, framework, performance.now());
  };
  switch (message.cell) {
    case 'ready':
      state.states = { ...state.states, [cellKey(sample, framework)]: message.state };
      if (sample === state.chosen) noteArrival(state, framework);
      if (sample === 0 && (framework === 'html' || state.requests === 0)) {
        state.requests = message.requests;
        state.requestsFramework =
          state.element.frameworks.find(({ name }) => name === framework)?.title ?? framework;
      }
      comparePictures(state);
      break;
    case 'state':
      state.states = { ...state.states, [cellKey(sample, framework)]: message.state };
      comparePictures(state);
      break;
    case 'heard': {
      const detail = brief(message.detail ?? undefined);
      state.heard = {
        ...state.heard,
        [message.event]: `${detail || 'no detail'} in ${titles(state, framework)}`,
      };
      const heardHere = message.byFramework ? '' : ' (no listener of the framework heard it)';
      note('event', message.event, `${detail}${message.canceled ? ' (canceled)' : ''}${heardHere}`);
      if (state.recording && sample === state.chosen && framework === state.recordedFramework)
        expectEvent(state, message.event, message.detail);
      break;
    }
    case 'property':
      note('property', message.name, brief(message.value) || 'nothing');
      break;
    case 'attribute':
      note(
        'attribute',
        message.name,
        message.value === null ? 'taken away' : brief(message.value) || 'there',
      );
      break;
    case 'slot':
      note('slot', message.name, message.nodes === 1 ? '1 node' : `${message.nodes} nodes`);
      break;
    case 'called': {
      const gave = message.error || brief(message.gave) || 'nothing';
      note(
        message.error ? 'error' : 'call',
        `${message.method}(${message.with.map(brief).join(', ')})`,
        gave,
      );
      state.gave = { ...state.gave, [message.method]: message.error ? message.error : `gave ${gave}` };
      break;
    }
    case 'callback':
      note('callback', message.name, message.given.map(brief).join(', '));
      break;
    case 'told':
      if (!message.at) note(message.level, '', message.text);
      else
        void askPlace(message.at).then(({ place }) =>
          note(message.level, '', message.text, place ? `${place.file}:${place.line}:${place.column}` : ''),
        );
      break;
    case 'trees':
      if (sample === state.chosen && framework === treeFrameworkOf(state)) {
        const { light, shadow, flat } = message;
        state.trees = { light, shadow, flat };
      }
      break;
    case 'step':
      if (!state.recording || sample !== state.chosen) break;
      state.recordedFramework = framework;
      state.steps = [...state.steps, message.step];
      break;
  }
}

/** A step is followed by what it brought about, once for each event. */
function expectEvent(state: PageState, event: string, detail: unknown): void {
  const expect = { event, ...(detail === undefined || detail === null ? {} : { detail }) };
  state.steps = [...state.steps, { expect }];
}

function titles({ element }: PageState, framework: string): string {
  return element.frameworks.find(({ name }) => name === framework)?.title ?? framework;
}
