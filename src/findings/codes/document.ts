import { contractWith, type Explanation } from './code.js';

const contract = (text: string) => ({ '.contract.yaml': text });
const plain = contractWith('properties: { label: { type: string } }');

export const documentCodes: Explanation[] = [
  {
    code: 'document/unreadable',
    title: 'A file that cannot be read as YAML or JSON',
    reason:
      'Aliases that multiply, or files of many megabytes, say nothing that a person wrote about one element.',
    fails: contract(
      `contract: 1\ntag: quay-mast\na: &a [x, x, x, x, x, x, x, x, x]\nb: &b [*a, *a, *a, *a, *a, *a, *a, *a, *a]\nc: &c [*b, *b, *b, *b, *b, *b, *b, *b, *b]\nd: [*c, *c, *c, *c, *c, *c, *c, *c, *c]\n`,
    ),
    mended: contract(plain),
  },
  {
    code: 'document/syntax',
    title: 'A file with a syntax error',
    reason: 'Nothing behind the error can be understood, so the file is not looked into any further.',
    fails: contract('contract: 1\ntag: quay-mast\nproperties: { label: { type: string }\n'),
    mended: contract(plain),
  },
  {
    code: 'document/duplicate-key',
    title: 'A key that is given twice',
    reason: 'The second would hide the first, and one of the two was meant otherwise.',
    fails: contract(
      'contract: 1\ntag: quay-mast\nproperties: { label: { type: string } }\nproperties: { label: { type: string } }\n',
    ),
    mended: contract(plain),
  },
  {
    code: 'document/unknown-key',
    title: 'A key that nothing knows',
    reason: 'A misspelt key would be passed over in silence, and what it says would never come true.',
    fails: contract(
      contractWith('propertys: { label: { type: string } }\nproperties: { label: { type: string } }'),
    ),
    mended: contract(plain),
  },
  {
    code: 'document/missing-key',
    title: 'A key that must be there',
    reason: 'Without it the file has no meaning.',
    fails: contract('tag: quay-mast\nproperties: { label: { type: string } }\n'),
    mended: contract(plain),
  },
  {
    code: 'document/value',
    title: 'A value that does not fit its key',
    reason: 'Each key takes values of one kind; another kind was meant to say something that it does not.',
    fails: contract(contractWith('properties: { label: { type: text } }')),
    mended: contract(plain),
  },
];
