import { createInterface } from 'node:readline/promises';

/** What a person says that a new element is to have. */
export interface Answers {
  summary: string | undefined;
  properties: string[];
  slots: string[];
  events: string[];
  methods: string[];
}

/** Where questions go, and where answers come from. */
export interface Conversation {
  input: NodeJS.ReadableStream;
  output: NodeJS.WritableStream;
}

/** Asks for everything that the options of `add` can say; an empty answer leaves it out. */
export async function askForElement(
  tag: string,
  { input, output }: Conversation = { input: process.stdin, output: process.stderr },
): Promise<Answers> {
  const lines = createInterface({ input, output });
  const list = async (question: string): Promise<string[]> =>
    (await lines.question(`${question}: `))
      .split(',')
      .map((item) => item.trim())
      .filter(Boolean);
  try {
    const summary = (await lines.question(`What is <${tag}>, in a sentence? `)).trim();
    return {
      summary: summary || undefined,
      properties: await list(
        'Properties, as name:type, with commas between (label:string, size:small|large)',
      ),
      slots: await list('Slots (default is the unnamed one)'),
      events: await list('Events'),
      methods: await list('Methods'),
    };
  } finally {
    lines.close();
  }
}
