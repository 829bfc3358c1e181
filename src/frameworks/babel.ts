import type { FrameworkTools } from './framework.js';

interface Babel {
  transformAsync(source: string, options: object): Promise<{ code: string }>;
}

/** What Babel, from where the framework's packages are, makes of a source; the author's own configuration is about other code. */
export async function transformWithBabel(
  source: string,
  { load }: FrameworkTools,
  options: {
    filename: string;
    plugins?: unknown[];
    presets?: unknown[];
    compact?: boolean;
    /** True for a source that has a map at its end. */
    inputSourceMap?: boolean;
    sourceMaps?: 'inline';
  },
): Promise<string> {
  const { transformAsync } = (await load('@babel/core')) as Babel;
  const { code } = await transformAsync(source, {
    configFile: false,
    babelrc: false,
    browserslistConfigFile: false,
    ...options,
  });
  return code;
}
