import type { CodeAnswer } from '../../../shapes.js';
import { copyText } from '../../shared/copy-text.js';
import type { Inside } from './live-code.contract.yaml';

export const state = () => ({ copied: '' });

export const results = {
  answers: ({ code }: Inside) => code as unknown as readonly CodeAnswer[],
};

export async function copy(element: Inside, { framework, text }: CodeAnswer) {
  if (!(await copyText(text))) return;
  element.state.copied = framework;
  setTimeout(() => (element.state.copied = ''), 2000);
}
