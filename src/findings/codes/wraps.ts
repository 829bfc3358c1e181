import type { ExampleFiles, Explanation } from './code.js';

/** An element that wraps a component: the contract's lines behind `wraps`, and the component's module. */
function wrapping(
  contract: string,
  component: string,
  wraps = '{ react: ./Mast.tsx, export: Mast }',
): ExampleFiles {
  return {
    'elements/quay-mast/quay-mast.contract.yaml': `contract: 1\ntag: quay-mast\nwraps: ${wraps}\n${contract}`,
    'elements/quay-mast/Mast.tsx': component,
    // An element that wraps something has no view of its own.
    'elements/quay-mast/quay-mast.html': '',
    'elements/quay-mast/quay-mast.css': '',
  };
}

const LABEL = 'properties:\n  label: { type: string, required: true }\n';
const MAST = 'export function Mast({ label }: { label: string }) {\n  return <b>{label}</b>;\n}\n';

export const wrapsCodes: Explanation[] = [
  {
    code: 'wraps/framework',
    title: 'A component whose framework is not installed',
    reason: "A component is compiled by its own framework's compiler, with the version that the project has.",
    fails: wrapping(LABEL, MAST),
    mended: {
      ...wrapping(LABEL, MAST),
      'node_modules/react/package.json': '{ "name": "react", "version": "19.3.1" }\n',
      'node_modules/react-dom/package.json': '{ "name": "react-dom", "version": "19.3.1" }\n',
    },
  },
  {
    code: 'wraps/framework-choice',
    title: 'A framework that is bundled for one element and shared by another',
    reason: 'There would be two copies of it, which know nothing of each other.',
    fails: {
      ...wrapping(LABEL, MAST, '{ react: ./Mast.tsx, export: Mast, framework: bundled }'),
      'elements/quay-boom/quay-boom.contract.yaml': `contract: 1\ntag: quay-boom\nwraps: { react: ../quay-mast/Mast.tsx, export: Mast, framework: shared }\n${LABEL}`,
    },
    mended: {
      ...wrapping(LABEL, MAST, '{ react: ./Mast.tsx, export: Mast, framework: shared }'),
      'elements/quay-boom/quay-boom.contract.yaml': `contract: 1\ntag: quay-boom\nwraps: { react: ../quay-mast/Mast.tsx, export: Mast, framework: shared }\n${LABEL}`,
    },
  },
  {
    code: 'wraps/export',
    title: 'A component that its module does not export',
    reason: 'There is nothing to show.',
    fails: wrapping(LABEL, MAST, '{ react: ./Mast.tsx, export: Mats }'),
    mended: wrapping(LABEL, MAST),
  },
  {
    code: 'wraps/property',
    title: 'A property that the wrapped component does not take',
    reason: 'It would be set and never looked at.',
    fails: wrapping(`${LABEL}  color: { type: string }\n`, MAST),
    mended: wrapping(
      `${LABEL}  color: { type: string }\n`,
      'export function Mast({ label, color }: { label: string; color?: string }) {\n  return <b style={{ color }}>{label}</b>;\n}\n',
    ),
  },
  {
    code: 'wraps/required',
    title: 'A property that the wrapped component needs and nobody gives',
    reason: 'The component relies on it, as its type says.',
    fails: wrapping('properties:\n  label: { type: string }\n', MAST),
    mended: wrapping(LABEL, MAST),
  },
  {
    code: 'wraps/callback',
    title: 'An event that stands for no callback of the wrapped component',
    reason: 'It would never be sent.',
    fails: wrapping(`${LABEL}events:\n  mast-raise: {}\n`, MAST),
    mended: wrapping(
      `${LABEL}events:\n  mast-raise: {}\n`,
      'export function Mast({ label, onRaise }: { label: string; onRaise?: () => void }) {\n  return <b onClick={onRaise}>{label}</b>;\n}\n',
    ),
  },
  {
    code: 'wraps/canceled',
    title: 'An event that can be canceled, and a component that never hears of it',
    reason: 'What is emitted in Vue gives nothing back.',
    fails: {
      ...wrapping(`${LABEL}events:\n  mast-raise: { cancelable: true }\n`, '', '{ vue: ./Mast.vue }'),
      'elements/quay-mast/Mast.vue':
        '<script setup lang="ts">\ndefineProps<{ label: string }>();\nconst emit = defineEmits<{ raise: [] }>();\n</script>\n<template><b @click="emit(\'raise\')">{{ label }}</b></template>\n',
    },
    mended: {
      ...wrapping(`${LABEL}events:\n  mast-raise: {}\n`, '', '{ vue: ./Mast.vue }'),
      'elements/quay-mast/Mast.vue':
        '<script setup lang="ts">\ndefineProps<{ label: string }>();\nconst emit = defineEmits<{ raise: [] }>();\n</script>\n<template><b @click="emit(\'raise\')">{{ label }}</b></template>\n',
    },
  },
  {
    code: 'wraps/content',
    title: 'A slot whose content the wrapped component never places',
    reason: 'What a consumer gives would not show.',
    fails: wrapping(`${LABEL}slots:\n  default: {}\n`, MAST),
    mended: wrapping(
      `${LABEL}slots:\n  default: {}\n`,
      "import type { ReactNode } from 'react';\nexport function Mast({ label, children }: { label: string; children?: ReactNode }) {\n  return <b>{label} {children}</b>;\n}\n",
    ),
  },
  {
    code: 'wraps/children',
    title: 'A wrapped component that looks into its children',
    reason: "Content stays in the consumer's tree: what the component is given is a slot that shows it.",
    fails: wrapping(
      `${LABEL}slots:\n  default: {}\n`,
      "import { Children, type ReactNode } from 'react';\nexport function Mast({ label, children }: { label: string; children?: ReactNode }) {\n  return <b>{label} {Children.count(children)} {children}</b>;\n}\n",
    ),
    mended: wrapping(
      `${LABEL}slots:\n  default: {}\n`,
      "import type { ReactNode } from 'react';\nexport function Mast({ label, children }: { label: string; children?: ReactNode }) {\n  return <b>{label} {children}</b>;\n}\n",
    ),
  },
  {
    code: 'wraps/method',
    title: 'A method that the wrapped component does not hand out',
    reason: 'A call would be an error.',
    fails: wrapping(`${LABEL}methods:\n  raise: {}\n`, MAST),
    mended: wrapping(
      `${LABEL}methods:\n  raise: {}\n`,
      "import { useImperativeHandle, type Ref } from 'react';\nexport function Mast({ label, ref }: { label: string; ref?: Ref<{ raise(): void }> }) {\n  useImperativeHandle(ref, () => ({ raise() {} }));\n  return <b>{label}</b>;\n}\n",
    ),
  },
  {
    code: 'wraps/left-out',
    title: 'Something of the wrapped component that consumers cannot reach',
    reason: 'It may be meant so; it may have been forgotten.',
    fails: wrapping(
      LABEL,
      'export function Mast({ label, color }: { label: string; color?: string }) {\n  return <b style={{ color }}>{label}</b>;\n}\n',
    ),
    mended: wrapping(
      `${LABEL}  color: { type: string }\n`,
      'export function Mast({ label, color }: { label: string; color?: string }) {\n  return <b style={{ color }}>{label}</b>;\n}\n',
    ),
  },
  {
    code: 'wraps/from',
    title: 'A word about a wrapped component where there is none, or about nothing',
    reason: 'It names something that is not there.',
    fails: {
      '.contract.yaml': 'contract: 1\ntag: quay-mast\nproperties:\n  label: { type: string, from: title }\n',
    },
    mended: { '.contract.yaml': 'contract: 1\ntag: quay-mast\nproperties:\n  label: { type: string }\n' },
  },
  {
    code: 'wraps/not-for-components',
    title: 'Something that only elements with a view have',
    reason:
      'What a component draws is its own affair: nothing outside can style it, listen to it or repeat it.',
    fails: wrapping(`${LABEL}states: { raised: The flag is up }\n`, MAST),
    mended: wrapping(LABEL, MAST),
  },
];
