// src/components/read/read-components.ts
import { readFile as readFile4 } from "node:fs/promises";

// src/contract/component-frameworks.ts
var COMPONENT_FRAMEWORKS = ["react", "preact", "vue", "svelte", "solid"];

// src/contract/read-document.ts
import { CORE_SCHEMA, load } from "js-yaml";
import {
  isAlias,
  isCollection,
  isMap,
  isNode,
  isPair,
  isScalar,
  isSeq,
  LineCounter,
  parseDocument,
  visit
} from "yaml";

// src/findings/nearest.ts
import { distance } from "fastest-levenshtein";

// src/contract/implementation.ts
var BY_NAME = Object.fromEntries(COMPONENT_FRAMEWORKS.map((name) => [name, true]));

// src/hosts/host-tools.ts
import { createRequire } from "node:module";
import { join } from "node:path";
import { pathToFileURL } from "node:url";
function hostTools(folder, tags) {
  const { resolve } = createRequire(join(folder, "package.json"));
  return {
    folder,
    isCustomElement: (tag) => tags.has(tag) || tag.includes("-"),
    resolve: (specifier) => resolve(specifier),
    async load(specifier, usedBy) {
      const from = usedBy === void 0 ? resolve : createRequire(resolve(usedBy)).resolve;
      const module = await import(pathToFileURL(from(specifier)).href);
      const whole = typeof module.default === "object" ? module.default : {};
      return { ...whole, ...module };
    }
  };
}

// src/library/scss.ts
import { createRequire as createRequire2 } from "node:module";
import { join as join2, sep } from "node:path";
import { fileURLToPath, pathToFileURL as pathToFileURL2 } from "node:url";
var ScssProblem = class extends Error {
  constructor(code, message, help, file, at = { line: 1, column: 1 }) {
    super(message);
    this.code = code;
    this.help = help;
    this.file = file;
    this.at = at;
  }
  code;
  help;
  file;
  at;
};
function inside(root) {
  return {
    findFileUrl(address) {
      const url2 = new URL(address, pathToFileURL2(join2(root, "/")));
      if (url2.protocol !== "file:" || !fileURLToPath(url2).startsWith(root + sep))
        throw new Error(`"${address}" leads out of the library`);
      return url2;
    }
  };
}
async function compileScss({ file, text }, root) {
  const url2 = pathToFileURL2(join2(root, file));
  let sass;
  try {
    const path = createRequire2(join2(root, "package.json")).resolve("sass");
    const module = await import(pathToFileURL2(path).href);
    sass = module.default ?? module;
  } catch {
    throw new ScssProblem(
      "style/sass-missing",
      'A style in SCSS needs the package "sass", which is not installed.',
      "Run npm install --save-dev sass, or write the style in CSS.",
      file
    );
  }
  try {
    const importer = inside(root);
    const { css, sourceMap } = sass.compileString(text, {
      url: url2,
      importer,
      importers: [importer],
      sourceMap: true,
      style: "expanded"
    });
    return { file, text: css, map: JSON.stringify(sourceMap), source: text };
  } catch (error) {
    const { sassMessage, message, span } = error;
    const at = { line: (span?.start.line ?? 0) + 1, column: (span?.start.column ?? 0) + 1 };
    const words = (sassMessage ?? message.split("\n")[0]).replace(/\.$/, "");
    throw new ScssProblem(
      "style/syntax",
      `The style sheet cannot be compiled: ${words}.`,
      "Mend the rule near here.",
      file,
      at
    );
  }
}

// src/contract/schema.ts
import * as z from "zod";
z.config({ jitless: true });
var WRAPPABLE = ["element", ...COMPONENT_FRAMEWORKS];
var JSON_TYPES = ["string", "number", "integer", "boolean", "array", "object", "null"];
var jsonType = z.enum(JSON_TYPES);
var length = z.int().min(0);
var nested = z.lazy(() => jsonSchema);
var keywords = {
  enum: z.array(z.unknown()).min(1).optional(),
  const: z.unknown().optional(),
  $ref: z.string().optional(),
  title: z.string().optional(),
  description: z.string().optional(),
  default: z.unknown().optional(),
  examples: z.array(z.unknown()).optional(),
  format: z.string().optional(),
  pattern: z.string().optional(),
  minLength: length.optional(),
  maxLength: length.optional(),
  minimum: z.number().optional(),
  maximum: z.number().optional(),
  exclusiveMinimum: z.number().optional(),
  exclusiveMaximum: z.number().optional(),
  multipleOf: z.number().positive().optional(),
  items: nested.optional(),
  minItems: length.optional(),
  maxItems: length.optional(),
  uniqueItems: z.boolean().optional(),
  properties: z.record(z.string(), nested).optional(),
  additionalProperties: z.union([z.boolean(), nested]).optional(),
  anyOf: z.array(nested).min(1).optional(),
  oneOf: z.array(nested).min(1).optional(),
  allOf: z.array(nested).min(1).optional()
};
var jsonSchema = z.strictObject({
  type: z.union([jsonType, z.array(jsonType).min(1)]).optional(),
  required: z.array(z.string()).optional(),
  ...keywords
});
var standing = {
  status: z.enum(["experimental", "stable"]).optional(),
  deprecated: z.union([z.literal(true), z.string()]).optional()
};
function describable(shape) {
  return z.preprocess(
    (value) => typeof value === "string" ? { description: value } : value ?? {},
    z.strictObject({ description: z.string().optional(), ...standing, ...shape })
  );
}
var parameters = z.array(
  z.strictObject({ name: z.string(), schema: jsonSchema, optional: z.boolean().optional() })
);
var functionType = z.strictObject({ parameters: parameters.optional(), returns: jsonSchema.optional() });
var property = z.strictObject({
  type: jsonType.optional(),
  ...keywords,
  required: z.union([z.boolean(), z.array(z.string())]).optional(),
  attribute: z.union([z.string(), z.literal(false)]).optional(),
  reflect: z.boolean().optional(),
  /** An object of a standard class, such as `Date`. */
  instance: z.string().optional(),
  function: functionType.optional(),
  /** The property of the wrapped component that it gives, if that has another name; `!name` gives the opposite. */
  from: z.string().optional(),
  ...standing
});
var slot = describable({
  accepts: z.array(z.string()).min(1).optional(),
  /** A keyed slot: one for each item of this array property, told apart by the item's member `key`. */
  each: z.string().optional(),
  /** Names of properties, of the state and of functions that are handed to the slot's content. */
  gives: z.array(z.string()).min(1).optional(),
  key: z.string().optional(),
  /** False for content that is data and never drawn itself. */
  drawn: z.boolean().optional(),
  /** Where the wrapped component takes it: a property for nodes, or a slot of another name. */
  from: z.string().optional()
});
var event = describable({
  /** `person`: it tells of what a person did, and is not sent when a consumer sets a property. */
  by: z.literal("person").optional(),
  /** The part whose event of this name is passed on. */
  relay: z.string().optional(),
  detail: jsonSchema.optional(),
  cancelable: z.boolean().optional(),
  bubbles: z.boolean().optional(),
  composed: z.boolean().optional(),
  /** The callback of the wrapped component, if it has another name. */
  from: z.string().optional(),
  /** Names that the callback's arguments have as members of the detail. */
  arguments: z.array(z.string()).min(1).optional(),
  /** The property that takes what the callback passes. */
  sets: z.string().optional()
});
var method = describable({ parameters: parameters.optional(), returns: jsonSchema.optional() });
var cssProperty = describable({ syntax: z.string().optional(), initial: z.string().optional() });
var fragment = {
  description: z.string().optional(),
  properties: z.record(z.string(), property).optional(),
  events: z.record(z.string(), event).optional(),
  methods: z.record(z.string(), method).optional(),
  states: z.record(z.string(), describable({})).optional(),
  cssProperties: z.record(z.string(), cssProperty).optional(),
  definitions: z.record(z.string(), jsonSchema).optional()
};
var variant = z.union([z.string(), z.record(z.string(), z.string())]);
var promises = z.strictObject({ policy: z.enum(["strict", "any"]).optional() });
var traitUse = z.preprocess(
  (value) => typeof value === "string" ? { trait: value } : value,
  z.strictObject({ trait: z.string(), as: z.record(z.string(), z.string()).optional() })
);
var wraps = z.strictObject({
  element: z.string().optional(),
  ...Object.fromEntries(COMPONENT_FRAMEWORKS.map((name) => [name, z.string().optional()])),
  /** The name that the component's module exports it by. */
  export: z.string().optional(),
  /** Whether the package brings the framework along. */
  framework: z.enum(["bundled", "shared"]).optional()
}).refine((value) => WRAPPABLE.filter((name) => value[name] !== void 0).length === 1, {
  message: `names one thing: ${WRAPPABLE.join(", ")}`
});
var contractSchema = z.strictObject({
  contract: z.literal(1),
  tag: z.string(),
  summary: z.string().optional(),
  ...fragment,
  ...standing,
  slots: z.record(z.string(), slot).optional(),
  parts: z.record(z.string(), describable({})).optional(),
  encapsulation: z.enum(["open", "closed", "none"]).optional(),
  passthrough: z.strictObject({
    to: z.string(),
    native: z.string().optional(),
    except: z.array(z.string()).optional(),
    /** `control`: the consumer's classes reach the control as well. */
    class: z.enum(["control", "host"]).optional()
  }).optional(),
  traits: z.array(traitUse).optional(),
  form: z.strictObject({ value: z.string() }).optional(),
  /** Classes by part: `always`, and one for each value of an enum or boolean property. */
  variants: z.record(z.string(), z.record(z.string(), variant)).optional(),
  wraps: wraps.optional(),
  promises: promises.optional()
});
var traitSchema = z.strictObject({ trait: z.literal(1), name: z.string(), ...fragment });
var definitionsSchema = z.record(z.string(), jsonSchema);
var stepExpectation = z.strictObject({
  event: z.string().optional(),
  detail: z.unknown().optional(),
  property: z.record(z.string(), z.unknown()).optional(),
  attribute: z.record(z.string(), z.union([z.string(), z.null()])).optional(),
  text: z.record(z.string(), z.string()).optional(),
  visible: z.array(z.string()).optional(),
  hidden: z.array(z.string()).optional(),
  focused: z.string().optional(),
  /** Custom states that `:state()` matches, or does not. */
  states: z.record(z.string(), z.boolean()).optional(),
  /** What the method of the step before gave back. */
  returned: z.unknown().optional(),
  /** A callback of the sample that was called since the step before, and with what. */
  called: z.string().optional(),
  with: z.array(z.unknown()).optional()
});
var step = z.strictObject({
  click: z.string().optional(),
  focus: z.string().optional(),
  type: z.strictObject({ into: z.string(), text: z.string() }).optional(),
  press: z.string().optional(),
  set: z.record(z.string(), z.unknown()).optional(),
  call: z.string().optional(),
  with: z.array(z.unknown()).optional(),
  expect: stepExpectation.optional()
});
var samplesSchema = z.array(
  z.strictObject({
    sample: z.string(),
    properties: z.record(z.string(), z.unknown()).optional(),
    /** Functions that record how they are called, by property, with what they give back. */
    callbacks: z.record(z.string(), z.unknown()).optional(),
    slots: z.record(z.string(), z.string()).optional(),
    steps: z.array(step).optional()
  })
);
var engineElsewhere = z.strictObject({
  engine: z.string(),
  at: z.url({ protocol: /^https?$/ }),
  pages: z.url({ protocol: /^http$/ }).optional(),
  capabilities: z.record(z.string(), z.unknown()).optional()
});
var librarySchema = z.strictObject({
  library: z.literal(1),
  elements: z.string().optional(),
  /** Style sheets that every element adopts. */
  styles: z.array(z.string()).optional(),
  hosts: z.array(z.string()).min(1).optional(),
  /** Browsers: by name, or one that is elsewhere, by the address of its WebDriver endpoint. */
  engines: z.array(z.union([z.string(), engineElsewhere])).min(1).optional(),
  output: z.string().optional(),
  traits: z.string().optional(),
  everywhere: z.array(z.string()).optional(),
  definitions: z.string().optional(),
  severity: z.record(z.string(), z.enum(["error", "warning", "note", "off"])).optional(),
  promises: promises.optional()
});

// src/syntax/literal.ts
function quoted(text) {
  const inner = JSON.stringify(text).slice(1, -1).replace(/\\"/g, '"').replace(/'/g, "\\'");
  return `'${inner.replace(/</g, "\\x3C").replace(/\u2028/g, "\\u2028").replace(/\u2029/g, "\\u2029")}'`;
}

// src/components/compile-components.ts
var TAKEN_IN = "avif eot gif jpeg jpg otf png svg ttf webp woff woff2".split(" ");
function componentTools(root) {
  return { ...hostTools(root, /* @__PURE__ */ new Set()), root };
}

// src/components/preact.ts
var preact = {
  name: "preact",
  title: "Preact",
  packages: [{ name: "preact", least: 10 }],
  owns: /^preact(?:\/|$)/,
  mount: "mount-preact.js",
  jsxImportSource: "preact",
  defines: {},
  plugins: () => []
};

// src/components/react.ts
var react = {
  name: "react",
  title: "React",
  packages: [
    { name: "react", least: 18 },
    { name: "react-dom", least: 18 }
  ],
  owns: /^react(?:-dom)?(?:\/|$)/,
  mount: "mount-react.js",
  jsxImportSource: "react",
  defines: {},
  plugins: () => []
};

// src/components/solid.ts
import { readFile } from "node:fs/promises";

// src/hosts/babel.ts
async function transformWithBabel(source, { load: load3 }, options) {
  const { transformAsync } = await load3("@babel/core");
  const { code } = await transformAsync(source, {
    configFile: false,
    babelrc: false,
    browserslistConfigFile: false,
    ...options
  });
  return code;
}

// src/components/solid.ts
var solid = {
  name: "solid",
  title: "Solid",
  packages: [
    { name: "solid-js", least: 1 },
    { name: "babel-preset-solid", least: 1 },
    { name: "@babel/core", least: 7 }
  ],
  owns: /^solid-js(?:\/|$)/,
  mount: "mount-solid.js",
  conditions: ["solid"],
  defines: {},
  plugins: (tools) => [
    {
      name: "solid-components",
      setup: (build) => {
        build.onLoad({ filter: /\.[jt]sx$/ }, async ({ path }) => {
          const text = await readFile(path, "utf8");
          const { code } = await build.esbuild.transform(text, {
            loader: path.endsWith(".tsx") ? "tsx" : "jsx",
            jsx: "preserve",
            sourcefile: path,
            sourcemap: "inline"
          });
          const preset = await tools.load("babel-preset-solid");
          const contents = await transformWithBabel(code, tools, {
            filename: path,
            presets: [[preset.default, { generate: "dom" }]],
            inputSourceMap: true,
            sourceMaps: "inline"
          });
          return { contents, loader: "js" };
        });
      }
    }
  ]
};

// src/components/svelte.ts
import { readFile as readFile2 } from "node:fs/promises";
import { dirname as dirname2, isAbsolute, relative } from "node:path";

// src/components/virtual-styles.ts
import { dirname } from "node:path";
function virtualStyles(build) {
  const texts = /* @__PURE__ */ new Map();
  build.onResolve({ filter: /^component-style:/ }, ({ path }) => ({
    path: path.slice("component-style:".length),
    namespace: "component-style"
  }));
  build.onLoad({ filter: /.*/, namespace: "component-style" }, ({ path }) => ({
    contents: texts.get(path),
    loader: path.endsWith(".module.css") ? "local-css" : "css",
    resolveDir: dirname(path)
  }));
  return {
    add(file, css, asModule = false) {
      const many = [...texts.keys()].filter((path2) => path2.startsWith(`${file}.`)).length;
      const path = `${file}.${many}${asModule ? ".module" : ""}.css`;
      texts.set(path, css);
      return `component-style:${path}`;
    }
  };
}

// src/components/svelte.ts
var GUARD = `<script>
  let { Component, values, fail } = $props();
  let instance = $state.raw();
  let heal;
  export function handle() {
    return instance;
  }
  export function again() {
    const reset = heal;
    heal = undefined;
    reset?.();
  }
  function caught(error, reset) {
    heal = reset;
    fail(error);
  }
</script>

<svelte:boundary onerror={caught}>
  <Component {...values} bind:this={instance} />
</svelte:boundary>
`;
var VALUES = `export function signals(initial, written) {
  const values = {};
  const set = {};
  for (const name in initial) {
    let value = $state.raw(initial[name]);
    set[name] = (next) => {
      value = next;
    };
    Object.defineProperty(values, name, {
      enumerable: true,
      configurable: true,
      get: () => value,
      set: (next) => {
        if (Object.is(next, value)) return;
        value = next;
        written(name, next);
      },
    });
  }
  return { values, set };
}
`;
var svelte = {
  name: "svelte",
  title: "Svelte",
  packages: [{ name: "svelte", least: 5 }],
  owns: /^(?:svelte|esm-env)(?:\/|$)/,
  mount: "mount-svelte.js",
  conditions: ["svelte"],
  made: { "guard.svelte": GUARD, "signals.svelte.js": VALUES },
  defines: {},
  plugins: (tools) => [compiled(tools)]
};
function compiled(tools) {
  return {
    name: "svelte-components",
    setup: (build) => {
      const styles = virtualStyles(build);
      const load3 = async (path, text) => {
        const compiler = await tools.load("svelte/compiler");
        const resolveDir = isAbsolute(path) ? dirname2(path) : tools.root;
        try {
          if (/\.svelte\.[jt]s$/.test(path)) {
            const { code } = await build.esbuild.transform(text, { loader: "ts", sourcefile: path });
            const { js: js2 } = compiler.compileModule(code, { filename: path, generate: "client" });
            return { contents: withMap(js2), resolveDir, loader: "js" };
          }
          const prepared = await prepare(compiler, text, path, tools);
          const { js, css } = compiler.compile(prepared, {
            filename: relative(tools.root, path),
            generate: "client",
            css: "external"
          });
          const style = css?.code ? styles.add(path, css.code) : void 0;
          const contents = withMap(js) + (style ? `
import ${JSON.stringify(style)};` : "");
          return { contents, resolveDir, loader: "js" };
        } catch (error) {
          return { errors: [messageOf(error, path)] };
        }
      };
      build.onLoad(
        { filter: /\.svelte(?:\.[jt]s)?$/ },
        async ({ path, namespace }) => load3(path, namespace === "file" ? await readFile2(path, "utf8") : svelte.made[path])
      );
    }
  };
}
async function prepare({ preprocess: preprocess2 }, text, path, { root }) {
  if (!/<style[^>]*\blang=["']?s[ac]ss/.test(text)) return text;
  const style = async ({ content }) => {
    const compiled3 = await compileScss({ file: relative(root, path), text: content }, root);
    return { code: compiled3.text };
  };
  const { code } = await preprocess2(text, { style }, { filename: path });
  return code.replace(/(<style[^>]*)\slang=["']?s[ac]ss["']?/, "$1");
}
function withMap({ code, map }) {
  const encoded = Buffer.from(JSON.stringify(map)).toString("base64");
  return `${code}
//# sourceMappingURL=data:application/json;base64,${encoded}`;
}
function messageOf({ message, start }, path) {
  return {
    text: message.split("\n")[0],
    location: { file: path, line: start?.line ?? 1, column: start?.column ?? 0 }
  };
}

// src/components/vue.ts
import { readFile as readFile3 } from "node:fs/promises";
import { dirname as dirname3, relative as relative2 } from "node:path";

// src/system/cache.ts
import { createHash } from "node:crypto";
function contentKey(...parts) {
  return createHash("sha256").update(parts.join("\0")).digest("hex").slice(0, 20);
}

// src/components/vue.ts
var vue = {
  name: "vue",
  title: "Vue",
  packages: [{ name: "vue", least: 3 }],
  owns: /^(?:vue|@vue\/(?:runtime-core|runtime-dom|reactivity|shared))(?:\/|$)/,
  mount: "mount-vue.js",
  defines: {
    __VUE_OPTIONS_API__: "true",
    __VUE_PROD_DEVTOOLS__: "false",
    __VUE_PROD_HYDRATION_MISMATCH_DETAILS__: "false"
  },
  plugins: (tools) => [compiled2(tools)]
};
function compiled2(tools) {
  return {
    name: "vue-components",
    setup: (build) => {
      const styles = virtualStyles(build);
      build.onLoad({ filter: /\.vue$/ }, async ({ path }) => {
        try {
          return await load2(path, tools, styles);
        } catch (error) {
          const { message, loc } = error;
          return {
            errors: [
              {
                text: message.split("\n")[0].replace(/^\[@vue\/compiler-sfc\] /, ""),
                location: {
                  file: path,
                  line: loc?.start.line ?? 1,
                  column: (loc?.start.column ?? 1) - 1
                }
              }
            ]
          };
        }
      });
    }
  };
}
async function load2(path, tools, styles) {
  const compiler = await tools.load("vue/compiler-sfc");
  const { parse, compileScript, compileTemplate } = compiler;
  const filename = relative2(tools.root, path);
  const { descriptor, errors } = parse(await readFile3(path, "utf8"), { filename: path });
  if (errors[0]) throw errors[0];
  const id = contentKey(filename);
  const scoped = descriptor.styles.some((style) => style.scoped);
  const { script, scriptSetup, template } = descriptor;
  const lang = (scriptSetup ?? script)?.lang ?? "js";
  const inline = scriptSetup !== null;
  const templateOptions = { compilerOptions: { scopeId: scoped ? `data-v-${id}` : void 0 } };
  const compiledScript = script || scriptSetup ? compileScript(descriptor, {
    id,
    inlineTemplate: inline,
    isProd: true,
    genDefaultAs: "component",
    templateOptions
  }) : void 0;
  const lines = [compiledScript?.content ?? "const component = {};"];
  if (template && !inline) {
    const made = compileTemplate({
      source: template.content,
      filename,
      id,
      isProd: true,
      scoped,
      compilerOptions: {
        ...templateOptions.compilerOptions,
        bindingMetadata: compiledScript?.bindings,
        .../^tsx?$/.test(lang) ? { expressionPlugins: ["typescript"] } : {}
      }
    });
    const [mistake] = made.errors;
    if (mistake) throw typeof mistake === "string" ? new Error(mistake) : mistake;
    lines.push(made.code.replace("export function render(", "function renderTemplate("));
    lines.push("component.render = renderTemplate;");
  }
  if (scoped) lines.push(`component.__scopeId = ${JSON.stringify(`data-v-${id}`)};`);
  const named = [];
  for (const [place, style] of descriptor.styles.entries()) {
    const css = await styleOf(style, id, path, tools, compiler);
    const address = JSON.stringify(styles.add(path, css, Boolean(style.module)));
    if (!style.module) lines.unshift(`import ${address};`);
    else {
      lines.unshift(`import * as style${place} from ${address};`);
      named.push(`${JSON.stringify(style.module === true ? "$style" : style.module)}: style${place}`);
    }
  }
  if (named.length > 0) lines.push(`component.__cssModules = { ${named.join(", ")} };`);
  lines.push("export default component;");
  return {
    contents: lines.join("\n"),
    resolveDir: dirname3(path),
    loader: /^(?:ts|tsx|jsx)$/.test(lang) ? lang : "js"
  };
}
async function styleOf({ content, lang, scoped }, id, path, { root }, { compileStyle }) {
  const source = lang === "scss" || lang === "sass" ? (await compileScss({ file: relative2(root, path), text: content }, root)).text : content;
  const { code, errors } = compileStyle({
    source,
    filename: path,
    id: `data-v-${id}`,
    scoped: scoped ?? false,
    isProd: true
  });
  if (errors[0]) throw errors[0];
  return code;
}

// src/components/index.ts
var WRAPPED_FRAMEWORKS = [react, preact, vue, svelte, solid];
function wrappedFramework(name) {
  return WRAPPED_FRAMEWORKS.find((framework) => framework.name === name);
}

// src/components/read/read-jsx.ts
import { basename, dirname as dirname5, join as join4 } from "node:path";

// src/syntax/tree.ts
function isTreeNode(value) {
  return typeof value === "object" && value !== null && typeof value.type === "string";
}
var TYPES = /* @__PURE__ */ new Set(["typeAnnotation", "returnType", "typeParameters"]);
function walk(root, enter) {
  const ancestors = [];
  const visit2 = (node) => {
    if (enter(node, ancestors) === false) return;
    ancestors.push(node);
    for (const key in node) {
      const value = node[key];
      if (typeof value !== "object" || value === null || TYPES.has(key)) continue;
      if (Array.isArray(value)) {
        for (const item of value) if (isTreeNode(item)) visit2(item);
      } else if (isTreeNode(value)) visit2(value);
    }
    ancestors.pop();
  };
  visit2(root);
}

// src/components/read/source-syntax.ts
import { parseSync } from "oxc-parser";
function readSyntax(file, text, lang) {
  const options = { sourceType: "module", ...lang ? { lang } : {} };
  const { program, errors } = parseSync(file, text, options);
  const body = program.body;
  const declared = /* @__PURE__ */ new Map();
  const exported = /* @__PURE__ */ new Map();
  const declare = (node) => {
    if (node.type === "VariableDeclaration")
      return node.declarations.flatMap(({ id, init }) => {
        const { type, name: name2 } = id;
        if (type !== "Identifier" || !init) return [];
        declared.set(name2, init);
        return [name2];
      });
    const name = node.id?.name;
    if (name === void 0) return [];
    declared.set(name, node);
    return [name];
  };
  for (const node of body) {
    const inner = node.declaration;
    if (node.type === "ExportNamedDeclaration" && inner)
      for (const name of declare(inner)) exported.set(name, declared.get(name));
    else if (node.type === "ExportDefaultDeclaration" && inner) {
      declare(inner);
      exported.set("default", inner);
    } else if (node.type === "ExportNamedDeclaration" && !node.source)
      for (const { local, exported: as } of node.specifiers)
        exported.set(nameOf(as), local);
    else declare(node);
  }
  return { text, body, declared, exported, problem: errors[0]?.message };
}
function nameOf(node) {
  return String(node.name ?? node.value);
}
var WRAPPERS = /* @__PURE__ */ new Set([
  "TSAsExpression",
  "TSSatisfiesExpression",
  "TSNonNullExpression",
  "ParenthesizedExpression"
]);
function behind(node, { declared }) {
  const met = /* @__PURE__ */ new Set();
  let now = node;
  while (now && !met.has(now)) {
    met.add(now);
    if (now.type === "Identifier") now = declared.get(now.name);
    else if (WRAPPERS.has(now.type)) now = now.expression;
    else if (now.type === "CallExpression") now = now.arguments[0];
    else if (/Function|^Class/.test(now.type)) return now;
    else return void 0;
  }
  return void 0;
}
function plainValue(node, syntax, depth = 8) {
  if (depth === 0) return void 0;
  const inner = (one) => plainValue(one, syntax, depth - 1);
  switch (node.type) {
    case "Literal":
      return typeof node.value === "object" && node.value !== null ? void 0 : { value: node.value };
    case "TemplateLiteral":
      return node.expressions.length === 0 ? { value: node.quasis[0].value.cooked } : void 0;
    case "UnaryExpression": {
      const of = inner(node.argument);
      if (!of || typeof of.value !== "number" || node.operator !== "-") {
        return of && node.operator === "!" ? { value: !of.value } : void 0;
      }
      return { value: -of.value };
    }
    case "ArrayExpression": {
      const items = node.elements.map((one) => one ? inner(one) : void 0);
      return items.every((one) => one !== void 0) ? { value: items.map((one) => one.value) } : void 0;
    }
    case "ObjectExpression": {
      const entries = node.properties.map((one) => {
        const value = one.type === "Property" && !one.computed && !one.method ? inner(one.value) : void 0;
        return value && [nameOf(one.key), value.value];
      });
      return entries.every((one) => one !== void 0) ? { value: Object.fromEntries(entries) } : void 0;
    }
    case "Identifier": {
      const declared = syntax.declared.get(node.name);
      return declared && !/Function|Class/.test(declared.type) ? inner(declared) : void 0;
    }
    default:
      return WRAPPERS.has(node.type) ? inner(node.expression) : void 0;
  }
}
function defaultOf(node, syntax) {
  return plainValue(node, syntax) ?? { text: syntax.text.slice(node.start, node.end) };
}
function patternDefaults(pattern, syntax) {
  const names = [];
  const defaults = /* @__PURE__ */ new Map();
  let rest = false;
  for (const one of pattern.properties) {
    if (one.type !== "Property") {
      rest = true;
      continue;
    }
    if (one.computed) continue;
    const name = nameOf(one.key);
    names.push(name);
    const value = one.value;
    if (value.type === "AssignmentPattern") defaults.set(name, defaultOf(value.right, syntax));
  }
  return { names, defaults, rest };
}

// src/contract/names.ts
function camelCase(name) {
  return name.replace(/-([a-z0-9])/g, (_, letter) => letter.toUpperCase());
}

// src/components/read/type-program.ts
import { existsSync } from "node:fs";
import { dirname as dirname4, join as join3 } from "node:path";
import {
  API,
  SignatureKind,
  SymbolFlags,
  TypeFlags
} from "typescript-7/unstable/sync";
var TypeProgram = class {
  #api;
  #project;
  /** `made` are texts by path; they are seen as if they lay there. */
  constructor(root, made, jsxImportSource) {
    const config2 = join3(root, ".lastwright.components.json");
    const own = {
      // The project's own short names for folders hold as well.
      ...existsSync(join3(root, "tsconfig.json")) ? { extends: "./tsconfig.json" } : {},
      compilerOptions: {
        jsx: jsxImportSource ? "react-jsx" : "preserve",
        ...jsxImportSource ? { jsxImportSource } : {},
        strict: true,
        target: "ES2022",
        lib: ["ES2023", "DOM", "DOM.Iterable"],
        module: "ESNext",
        moduleResolution: "Bundler",
        allowJs: true,
        checkJs: true,
        allowArbitraryExtensions: true,
        allowImportingTsExtensions: true,
        skipLibCheck: true,
        noEmit: true,
        composite: false,
        incremental: false,
        types: []
      },
      files: [...made.keys()],
      include: []
    };
    const texts = new Map([...made, [config2, JSON.stringify(own)]]);
    this.#api = new API({
      cwd: root,
      fs: {
        readFile: (path) => texts.get(path),
        fileExists: (path) => texts.has(path) ? true : void 0,
        directoryExists: (path) => [...texts.keys()].some((one) => dirname4(one) === path) ? true : void 0
      }
    });
    this.#project = this.#api.updateSnapshot({ openProjects: [config2] }).getProject(config2);
  }
  get checker() {
    return this.#project.checker;
  }
  /** What a made module exports, by name. */
  exportsOf(path) {
    const { program, checker } = this.#project;
    const file = program.getSourceFile(path);
    const module = file && checker.getSymbolAtLocation(file);
    const symbols = module ? checker.getExportsOfModule(module) : [];
    return new Map(symbols.map((symbol) => [symbol.name, symbol]));
  }
  /** True for a type that the standard library declares. */
  isStandard(symbol) {
    return symbol.declarations.some(({ path }) => /[\\/]lib\.[\w.]*d\.ts$/.test(path));
  }
  close() {
    this.#api.close();
  }
};

// src/components/read/type-facts.ts
var DEEPEST = 6;
var MOST_MEMBERS = 60;
var TypeFacts = class {
  constructor(program, content) {
    this.program = program;
    this.content = content;
    this.#checker = program.checker;
  }
  program;
  content;
  /** Named types that were met, by the name that they have among a contract's definitions. */
  definitions = {};
  #names = /* @__PURE__ */ new Map();
  #checker;
  /** What is known of the members of a type, in the order in which they are declared. */
  membersOf(type) {
    return this.#checker.getPropertiesOfType(type).map((symbol) => this.member(symbol));
  }
  member(symbol) {
    const checker = this.#checker;
    const type = checker.getTypeOfSymbol(symbol);
    const tags = symbol.getJsDocTags(checker);
    const deprecated = tags.find(({ name }) => name === "deprecated");
    const text = deprecated?.text?.trim();
    return {
      name: symbol.name,
      required: !(symbol.flags & SymbolFlags.Optional),
      type: type ? this.of(type) : { kind: "unknown", text: "any", why: "is not known" },
      description: oneParagraph(symbol.getDocumentationComment(checker)),
      deprecated: deprecated && (text || true),
      default: void 0
    };
  }
  /** What is known of a type; that it may be undefined or null is left out. */
  of(type) {
    const text = this.#checker.typeToString(type);
    const unknown2 = (why) => ({ kind: "unknown", text, why });
    if (type.isErrorType()) return unknown2("cannot be found out");
    if (type.flags & (TypeFlags.Any | TypeFlags.Unknown)) return unknown2("is not said");
    const parts = this.#parts(type);
    if (parts.length === 0) return unknown2("has no value");
    const content = this.#contentOf(type, parts);
    if (content) return content;
    const functions = parts.filter((one) => this.#isFunction(one));
    if (functions.length === parts.length) return this.#function(functions[0]);
    if (functions.length > 0) return unknown2("is a function or something else");
    const instances = parts.map((one) => this.#instanceOf(one));
    if (parts.length === 1 && instances[0] !== void 0) return { kind: "instance", instance: instances[0] };
    if (instances.some((one) => one !== void 0)) return unknown2("is one of several");
    const schema = this.#schema(parts, DEEPEST);
    return schema ? { kind: "schema", schema } : unknown2("is none that a contract can say");
  }
  /** The types of a union, less undefined and null. */
  #parts(type) {
    const all = type.isUnionType() ? type.getTypes() : [type];
    return all.filter(
      ({ flags }) => !(flags & (TypeFlags.Undefined | TypeFlags.Null | TypeFlags.Void | TypeFlags.Never))
    );
  }
  #contentOf(type, parts) {
    const { drawable, snippet } = this.content;
    const name = parts.map((part2) => part2.getAliasSymbol()?.name ?? part2.getSymbol()?.name ?? "");
    if (snippet && parts.length === 1 && snippet.test(name[0])) {
      const given = part(this.#checker, parts[0]);
      return { kind: "content", given };
    }
    if (drawable && this.#checker.isTypeAssignableTo(drawable, type)) {
      const plain = parts.some(({ flags }) => flags & (TypeFlags.Any | TypeFlags.Unknown));
      const isObject = parts.length === 1 && this.#checker.typeToString(parts[0]) === "object";
      if (!plain && !isObject) return { kind: "content", given: false };
    }
    return void 0;
  }
  #isFunction(type) {
    return this.#checker.getSignaturesOfType(type, SignatureKind.Call).length > 0;
  }
  #function(type) {
    const checker = this.#checker;
    const signature = checker.getSignaturesOfType(type, SignatureKind.Call).at(-1);
    const parameters2 = signature.getParameters().map((symbol, place) => {
      const own = checker.getParameterType(signature, place) ?? checker.getTypeOfSymbol(symbol);
      const optional = Boolean(symbol.flags & SymbolFlags.Optional) || this.#mayBeUndefined(own);
      return { name: symbol.name, type: this.#named(own), optional };
    });
    const returned = checker.getReturnTypeOfSignature(signature);
    const nothing = !returned || returned.flags & (TypeFlags.Void | TypeFlags.Undefined | TypeFlags.Any | TypeFlags.Unknown | TypeFlags.Never);
    const parts = returned ? this.#parts(returned) : [];
    if (signature.hasRestParameter) parameters2.pop();
    return {
      kind: "function",
      parameters: parameters2,
      returns: nothing || parts.length === 0 ? void 0 : this.#named(returned),
      mayReturnFalse: parts.some(
        (one) => checker.typeToString(one) === "false" || one.flags & TypeFlags.BooleanLike
      )
    };
  }
  #named(type) {
    return type ? this.of(type) : { kind: "unknown", text: "any", why: "is not said" };
  }
  #mayBeUndefined(type) {
    if (!type?.isUnionType()) return false;
    return type.getTypes().some(({ flags }) => (flags & TypeFlags.Undefined) !== 0);
  }
  /** The standard class that objects of a type are of. */
  #instanceOf(type) {
    const symbol = type.getSymbol();
    if (!symbol || type.isTupleType() || this.#checker.isArrayType(type)) return void 0;
    if (!this.program.isStandard(symbol) || !/^[A-Z]/.test(symbol.name)) return void 0;
    if (/^(?:Record|Object|Function|ArrayLike|Readonly)/.test(symbol.name)) return void 0;
    const value = this.#checker.resolveName(symbol.name, SymbolFlags.Value);
    return value ? symbol.name : void 0;
  }
  #schema(parts, depth) {
    const literals = parts.map((one2) => literalOf(one2));
    if (literals.every((one2) => one2 !== void 0)) {
      const values = [...new Set(literals)];
      if (values.every((one2) => typeof one2 === "boolean"))
        return values.length === 2 ? { type: "boolean" } : { const: values[0] };
      if (values.every((one2) => typeof one2 !== "boolean")) return { enum: values };
      return void 0;
    }
    const wide = parts.filter((_, place) => literals[place] === void 0);
    const one = wide.length === 1 ? this.#single(wide[0], depth) : void 0;
    if (one && parts.length === 1) return one;
    if (one && literals.every((value) => value === void 0 || typeof value === one.type)) return one;
    const all = parts.map((part2) => this.#single(part2, depth));
    if (all.some((schema) => schema === void 0) || depth === DEEPEST) return void 0;
    return { anyOf: all };
  }
  #single(type, depth) {
    const checker = this.#checker;
    const literal2 = literalOf(type);
    if (literal2 !== void 0) return { const: literal2 };
    if (type.flags & TypeFlags.String || type.isTemplateLiteralType()) return { type: "string" };
    if (type.flags & TypeFlags.Number) return { type: "number" };
    if (type.flags & TypeFlags.BooleanLike) return { type: "boolean" };
    if (type.isIntersectionType() && checker.typeToString(type) === "string & {}") return { type: "string" };
    if (depth === 0 || type.flags & (TypeFlags.ESSymbol | TypeFlags.BigInt)) return void 0;
    if (type.isTupleType()) return { type: "array" };
    if (checker.isArrayType(type) || checker.isArrayLikeType(type)) return this.#array(type, depth);
    if (!type.isObjectType() && !type.isIntersectionType()) return void 0;
    if (this.#isFunction(type)) return void 0;
    if (this.#instanceOf(type) !== void 0) return { type: "object" };
    return this.#object(type, depth);
  }
  #array(type, depth) {
    const item = type.isTypeReference() ? this.#checker.getTypeArguments(type)[0] : void 0;
    const parts = item ? this.#parts(item) : [];
    const items = parts.length > 0 ? this.#schema(parts, depth - 1) : void 0;
    return { type: "array", ...items ? { items } : {} };
  }
  #object(type, depth) {
    const alias = type.getAliasSymbol() ?? type.getSymbol();
    const name = alias && /^[A-Z][A-Za-z0-9]*$/.test(alias.name) ? alias.name : void 0;
    const plain = name !== void 0 && (type.getAliasTypeArguments()?.length ?? 0) === 0;
    const text = this.#checker.typeToString(type);
    if (plain && text === name && !this.program.isStandard(alias)) {
      const known = this.#names.get(name);
      if (known !== void 0) return { $ref: `#/definitions/${known}` };
      const own = camelCase(name.charAt(0).toLowerCase() + name.slice(1));
      this.#names.set(name, own);
      this.definitions[own] = {};
      this.definitions[own] = this.#members(type, depth);
      return { $ref: `#/definitions/${own}` };
    }
    return this.#members(type, depth);
  }
  #members(type, depth) {
    const checker = this.#checker;
    const symbols = checker.getPropertiesOfType(type);
    const schema = { type: "object" };
    if (symbols.length > 0 && symbols.length <= MOST_MEMBERS) {
      const properties = {};
      const required = [];
      for (const symbol of symbols) {
        const own = checker.getTypeOfSymbol(symbol);
        const parts = own ? this.#parts(own) : [];
        const member = parts.length > 0 ? this.#schema(parts, depth - 1) : void 0;
        const description = oneParagraph(symbol.getDocumentationComment(checker));
        properties[symbol.name] = { ...member ?? {}, ...description ? { description } : {} };
        if (!(symbol.flags & SymbolFlags.Optional)) required.push(symbol.name);
      }
      schema.properties = properties;
      if (required.length > 0) schema.required = required;
    }
    const [index] = checker.getIndexInfosOfType(type);
    if (index) {
      const parts = this.#parts(index.valueType);
      const values = symbols.length === 0 ? this.#schema(parts, depth - 1) : void 0;
      schema.additionalProperties = values ?? true;
    }
    return schema;
  }
};
function literalOf(type) {
  if (type.isStringLiteralType() || type.isNumberLiteralType() || type.isBooleanLiteralType())
    return type.value;
  return void 0;
}
function part(checker, type) {
  const [signature] = checker.getSignaturesOfType(type, SignatureKind.Call);
  return (signature?.getParameters().length ?? 0) > 0 && !/Snippet<\[\]>/.test(checker.typeToString(type));
}
function oneParagraph(text) {
  const words = text.split(/\n\s*\n/)[0].replace(/\s+/g, " ").trim();
  return words || void 0;
}

// src/components/read/read-jsx.ts
var DRAWABLE = {
  react: `import type { ReactElement } from 'react';
export type Drawable = ReactElement;`,
  preact: `import type { VNode } from 'preact';
export type Drawable = VNode;`,
  solid: `export type Drawable = HTMLElement;`
};
var NATIVE = {
  react: /[\\/]@types[\\/]react(?:-\d+)?[\\/]/,
  preact: /[\\/]preact[\\/](?:src|compat|hooks|dist)[\\/]/,
  solid: /[\\/]solid-js[\\/](?:types|web|h)[\\/]/
};
var OWN = /* @__PURE__ */ new Set(["key", "ref", "jsx", "dangerouslySetInnerHTML", "innerHTML", "$ServerOnly"]);
function planJsx(source) {
  const { path, text, exported, framework } = source;
  const made = join4(dirname5(path), `lastwright-${source.key}.tsx`);
  const member = `(typeof module)[${quoted(exported)}]`;
  const lines = [
    `import * as module from ${quoted(`./${basename(path)}`)};`,
    DRAWABLE[framework],
    `export * as all from ${quoted(`./${basename(path)}`)};`,
    `type Made = ${member};`,
    "export declare const made: Made;",
    "export type Props = Made extends abstract new (...given: infer Given) => unknown ? Given[0] : Made extends (...given: infer Given) => unknown ? Given[0] : never;",
    // What is given as `ref`, in any of the forms that it can have.
    "type OfRef<Ref> = Ref extends { current: infer Handle } ? NonNullable<Handle> : never;",
    "type OfCall<Ref> = Ref extends (handle: infer Handle) => unknown ? NonNullable<Handle> : never;",
    `export type Handle = Props extends { ref?: infer Ref } ? ${framework === "solid" ? "OfCall" : "OfRef"}<NonNullable<Ref>> : never;`
  ];
  return {
    path: made,
    text: `${lines.join("\n")}
`,
    finish: (program) => new JsxReader(source, readSyntax(path, text), program, made).read()
  };
}
var JsxReader = class {
  constructor(source, syntax, program, made) {
    this.source = source;
    this.syntax = syntax;
    this.program = program;
    this.#exports = program.exportsOf(made);
    const drawable = this.#exports.get("Drawable");
    const type = drawable && program.checker.getDeclaredTypeOfSymbol(drawable);
    this.#types = new TypeFacts(program, { drawable: type?.isErrorType() ? void 0 : type });
  }
  source;
  syntax;
  program;
  #exports;
  #types;
  #unread = [];
  read() {
    const { checker } = this.program;
    const { syntax, source } = this;
    if (syntax.problem !== void 0) return { problem: "syntax", exported: [], message: syntax.problem };
    const all = this.#exports.get("all");
    const module = all && checker.getAliasedSymbol(all);
    const exported = module ? checker.getExportsOfModule(module) : [];
    const names = exported.map(({ name }) => name);
    const own = exported.find(({ name }) => name === source.exported);
    const none = (message) => ({ problem: "export", exported: names, message });
    if (!own) return none(`It exports nothing named "${source.exported}".`);
    const props = checker.getDeclaredTypeOfSymbol(this.#exports.get("Props"));
    const made = checker.getTypeOfSymbol(this.#exports.get("made"));
    if (!made || checker.typeToString(props) === "never")
      return none(`"${source.exported}" is no component: it can neither be called nor made.`);
    const target = this.#target(own);
    const found = this.#defaults();
    const native = [];
    const members = [];
    const slots = [];
    const symbols = checker.typeToString(props) === "undefined" ? [] : checker.getPropertiesOfType(props);
    for (const symbol of symbols) {
      const { name } = symbol;
      if (OWN.has(name)) continue;
      const ofFramework = symbol.declarations.every(({ path }) => NATIVE[source.framework].test(path));
      if (ofFramework && symbol.declarations.length > 0 && name !== "children") {
        native.push(name);
        continue;
      }
      const member = this.#types.member(symbol);
      const own2 = found.defaults.get(name);
      if (own2) member.default = own2;
      if (member.type.kind === "content" || name === "children") this.#slot(member, slots);
      else members.push(member);
    }
    const index = checker.getIndexInfosOfType(props).length > 0;
    return {
      description: target && oneParagraph(target.getDocumentationComment(checker)),
      members,
      emits: [],
      slots,
      methods: this.#methods(),
      writes: [],
      rest: native.length > 0 ? { native: nativeElement(native) } : void 0,
      definitions: this.#types.definitions,
      unread: this.#unread,
      complete: !index && !checker.getDeclaredTypeOfSymbol(this.#exports.get("Props")).isErrorType()
    };
  }
  #target(symbol) {
    const { checker } = this.program;
    if (!(symbol.flags & SymbolFlags.Alias)) return symbol;
    const aliased = checker.getAliasedSymbol(symbol);
    return checker.isUnknownSymbol(aliased) ? symbol : aliased;
  }
  #slot({ name, type, description }, slots) {
    if (type.kind === "content") slots.push({ name, given: type.given, description });
    else
      this.#unread.push({
        name,
        what: `the component's content ${type.kind === "function" ? "is a function that is handed data, which slots cannot be" : "has a type that is no content"}`
      });
  }
  /** What the component hands out through its reference. */
  #methods() {
    const { checker } = this.program;
    const handle = checker.getDeclaredTypeOfSymbol(this.#exports.get("Handle"));
    const symbol = handle.getSymbol();
    if (symbol && this.program.isStandard(symbol) || !handle.isObjectType()) return [];
    return this.#types.membersOf(handle).filter((one) => {
      if (one.type.kind === "function") return true;
      this.#unread.push({ name: one.name, what: "the component hands it out, and it is no method" });
      return false;
    });
  }
  /** Defaults as the component's function has them. */
  #defaults() {
    const { syntax } = this;
    const defaults = /* @__PURE__ */ new Map();
    const made = behind(syntax.exported.get(this.source.exported), syntax);
    const [first] = made?.params ?? [];
    const pattern = first?.type === "AssignmentPattern" ? first.left : first;
    const add = (more) => {
      for (const [name2, value] of more) defaults.set(name2, value);
    };
    if (pattern?.type === "ObjectPattern") add(patternDefaults(pattern, syntax).defaults);
    const name = pattern?.type === "Identifier" ? pattern.name : void 0;
    const isProps = (node) => node?.type === "Identifier" && node.name === name;
    if (name !== void 0 && made?.body)
      walk(made.body, (node) => {
        const { id, init } = node;
        if (node.type === "VariableDeclarator" && id?.type === "ObjectPattern" && isProps(init))
          add(patternDefaults(id, syntax).defaults);
        if (node.type !== "CallExpression") return void 0;
        const [own, ...others] = node.arguments;
        if (node.callee.name === "mergeProps" && own && others.some(isProps))
          add(objectDefaults(own, syntax));
        return void 0;
      });
    for (const node of syntax.body) {
      const { expression } = node;
      const left = expression?.left;
      if (expression?.type === "AssignmentExpression" && left?.type === "MemberExpression") {
        if (left.property.name === "defaultProps")
          add(objectDefaults(expression.right, syntax));
      }
    }
    return { defaults };
  }
};
function objectDefaults(node, syntax) {
  const object = node.type === "Identifier" ? syntax.declared.get(node.name) : node;
  const defaults = /* @__PURE__ */ new Map();
  if (object?.type !== "ObjectExpression") return defaults;
  for (const { type, key, value } of object.properties)
    if (type === "Property")
      defaults.set(
        String(key.name ?? key.value),
        defaultOf(value, syntax)
      );
  return defaults;
}
function nativeElement(names) {
  const has = new Set(names.map((name) => name.toLowerCase()));
  if (has.has("checked") && has.has("maxlength")) return "input";
  if (has.has("rows") && has.has("cols")) return "textarea";
  if (has.has("formaction")) return "button";
  if (has.has("href") && has.has("download")) return "a";
  if (has.has("srcset") && has.has("alt")) return "img";
  if (has.has("multiple") && has.has("size")) return "select";
  return void 0;
}

// src/components/read/read-svelte.ts
import { basename as basename2, dirname as dirname6, join as join5 } from "node:path";
function planSvelte(source) {
  const { path, text } = source;
  const scripts = [...text.matchAll(/<script\b([^>]*)>([\s\S]*?)<\/script>/g)];
  const typed = scripts.some(([, attributes]) => /\blang=["']?ts/.test(attributes));
  const code = scripts.map(([, , content]) => content).join("\n");
  const syntax = readSyntax(`${basename2(path)}.${typed ? "ts" : "js"}`, code, typed ? "ts" : "js");
  const read = readScript(syntax);
  const made = join5(dirname6(path), `lastwright-${source.key}.${typed ? "ts" : "js"}`);
  const all = [
    ...read.type !== void 0 && typed ? [`export type PropsOfComponent = ${read.type};`] : [],
    ...read.type !== void 0 && !typed ? [`/** @type {${read.type}} */
export const propsOfComponent = /** @type {any} */ (undefined);`] : [],
    ...read.type === void 0 ? [`export const propsOfComponent = { ${untyped(read)} };`] : [],
    ...read.functions.length > 0 ? [`export const exportedByComponent = { ${read.functions.join(", ")} };`] : []
  ];
  const runes = typed ? "declare function $state<T>(value: T): T; declare function $state<T>(): T | undefined; declare function $derived<T>(value: T): T; declare function $props(): any; declare function $bindable<T>(value?: T): T; declare function $effect(run: () => unknown): void;" : "";
  return {
    path: made,
    text: `${code}
${runes}
${all.join("\n")}
`,
    finish: (program) => syntax.problem === void 0 ? new SvelteReader(read, legacySlots(text), program, made).read() : { problem: "syntax", exported: [], message: syntax.problem }
  };
}
function readScript(syntax) {
  const read = {
    syntax,
    type: void 0,
    names: [],
    defaults: /* @__PURE__ */ new Map(),
    bindable: [],
    rest: false,
    functions: [],
    older: []
  };
  const textOf = ({ start, end }) => syntax.text.slice(start, end);
  for (const node of syntax.body) {
    for (const { id, init } of node.declarations ?? []) {
      const pattern = id;
      const call = init;
      if (call?.type !== "CallExpression" || call.callee.name !== "$props") continue;
      const annotation = pattern.typeAnnotation?.typeAnnotation;
      read.type = annotation ? textOf(annotation) : jsDocType(syntax.text, node.start);
      if (pattern.type !== "ObjectPattern") continue;
      const own = patternDefaults(pattern, syntax);
      read.names = own.names;
      read.rest = own.rest;
      for (const one of pattern.properties) {
        if (one.type !== "Property") continue;
        const name = String(one.key.name ?? one.key.value);
        const value = one.value;
        const given = value.type === "AssignmentPattern" ? value.right : void 0;
        if (!given) continue;
        const isBindable = given.type === "CallExpression" && given.callee.name === "$bindable";
        if (isBindable) read.bindable.push(name);
        const plain = isBindable ? given.arguments[0] : given;
        if (plain) read.defaults.set(name, defaultOf(plain, syntax));
      }
    }
    if (node.type !== "ExportNamedDeclaration") continue;
    const inner = node.declaration;
    if (inner?.type === "VariableDeclaration" && inner.kind === "let")
      for (const { id, init } of inner.declarations) {
        const name = id.name;
        read.older.push(name);
        if (init) read.defaults.set(name, defaultOf(init, syntax));
      }
    else if (inner?.type === "FunctionDeclaration")
      read.functions.push(inner.id.name);
    else if (inner?.type === "VariableDeclaration")
      for (const { id } of inner.declarations) {
        const name = id.name;
        if (behind(syntax.declared.get(name), syntax)) read.functions.push(name);
      }
    else if (!inner)
      for (const { local } of node.specifiers) {
        const name = local.name;
        if (behind(syntax.declared.get(name), syntax)) read.functions.push(name);
      }
  }
  return read;
}
function jsDocType(text, offset) {
  const before = /\/\*\*((?:(?!\*\/)[\s\S])*)\*\/\s*$/.exec(text.slice(0, offset));
  const start = before?.[1].indexOf("@type") ?? -1;
  if (!before || start === -1) return void 0;
  const rest = before[1].slice(start);
  const open = rest.indexOf("{");
  let depth = 0;
  for (let place = open; place < rest.length; place++) {
    if (rest[place] === "{") depth++;
    else if (rest[place] === "}" && --depth === 0)
      return rest.slice(open + 1, place).replace(/^\s*\*\s?/gm, "");
  }
  return void 0;
}
function untyped({ names, older, defaults }) {
  return [...names, ...older].map((name) => {
    const own = defaults.get(name);
    const text = own ? "value" in own ? JSON.stringify(own.value) : own.text : void 0;
    const declared = older.includes(name) ? name : text ?? "/** @type {any} */ (undefined)";
    return `${JSON.stringify(name)}: ${declared}`;
  }).join(", ");
}
function legacySlots(text) {
  const markup = text.replace(/<(script|style)\b[\s\S]*?<\/\1>/g, "").replace(/<!--[\s\S]*?-->/g, "");
  return [...markup.matchAll(/<slot\b([^>]*)>/g)].map(([, attributes]) => ({
    name: /\bname=["']?([\w-]+)/.exec(attributes)?.[1] ?? "default",
    given: false,
    description: void 0
  }));
}
var SvelteReader = class {
  constructor(script, older, program, made) {
    this.script = script;
    this.older = older;
    this.program = program;
    this.made = made;
  }
  script;
  older;
  program;
  made;
  #unread = [];
  read() {
    const { script, program } = this;
    const { checker } = program;
    const exports = program.exportsOf(this.made);
    const types = new TypeFacts(program, { drawable: void 0, snippet: /^Snippet$/ });
    const symbol = exports.get("PropsOfComponent") ?? exports.get("propsOfComponent");
    const type = symbol && (symbol.name === "PropsOfComponent" ? checker.getDeclaredTypeOfSymbol(symbol) : checker.getTypeOfSymbol(symbol));
    const slots = [];
    const members = [];
    const all = type && !type.isErrorType() ? types.membersOf(type) : [];
    const seen = new Set(all.map(({ name }) => name));
    for (const name of script.names) if (!seen.has(name)) all.push(unsaid(name));
    for (const member of all) {
      const own = script.defaults.get(member.name);
      if (own) {
        member.default = own;
        member.required = false;
      } else if (script.older.includes(member.name)) member.required = true;
      if (member.type.kind === "content") {
        const { name, type: content, description } = member;
        slots.push({ name, given: content.given, description });
      } else members.push(member);
    }
    for (const { name } of this.older)
      this.#unread.push({
        name,
        what: `<slot${name === "default" ? "" : ` name="${name}"`}> is the older style, which shows nothing here; write {@render} with a snippet`
      });
    const exported = exports.get("exportedByComponent");
    const handle = exported && checker.getTypeOfSymbol(exported);
    return {
      description: void 0,
      members,
      emits: [],
      slots,
      methods: handle ? types.membersOf(handle) : [],
      writes: script.bindable,
      rest: script.rest ? { native: void 0 } : void 0,
      definitions: types.definitions,
      unread: this.#unread,
      complete: !script.rest
    };
  }
};
function unsaid(name) {
  return {
    name,
    required: false,
    type: { kind: "unknown", text: "any", why: "is not said" },
    description: void 0,
    deprecated: void 0,
    default: void 0
  };
}

// src/components/read/read-vue.ts
import { basename as basename3, dirname as dirname7, extname, join as join6 } from "node:path";
var ELEMENT = 1;
var ATTRIBUTE = 6;
async function planVue(source, tools) {
  const { path, text } = source;
  const { descriptor, errors } = path.endsWith(".vue") ? (await tools.load("vue/compiler-sfc")).parse(text, { filename: path }) : { descriptor: moduleDescriptor(path, text), errors: [] };
  if (errors[0]) return { problem: "syntax", exported: [], message: errors[0].message.split("\n")[0] };
  const { script, scriptSetup, template } = descriptor;
  const lang = (scriptSetup ?? script)?.lang ?? "js";
  const code = [script?.content ?? "", scriptSetup?.content ?? ""].join("\n");
  const ending = /x$/.test(lang) ? "tsx" : "ts";
  const syntax = readSyntax(`${basename3(path)}.${ending}`, code, ending);
  if (syntax.problem !== void 0) return { problem: "syntax", exported: [], message: syntax.problem };
  const read = scriptSetup ? setupScript(syntax) : optionsScript(syntax, source.exported);
  const made = join6(dirname7(path), `lastwright-${source.key}.${ending}`);
  return {
    path: made,
    text: `${code}
${read.made.join("\n")}
`,
    finish: (program) => new VueReader(read, slotsIn(template?.ast), program, made).read()
  };
}
function moduleDescriptor(path, text) {
  return { script: { content: text, lang: extname(path).slice(1) }, scriptSetup: null, template: null };
}
function setupScript(syntax) {
  const read = {
    syntax,
    made: [],
    defaults: /* @__PURE__ */ new Map(),
    models: [],
    emitted: [],
    exposes: true,
    isSetup: true
  };
  const textOf = ({ start, end }) => syntax.text.slice(start, end);
  const visit2 = (call, pattern) => {
    const name = call.callee.name;
    const [first, second] = call.arguments;
    const [type] = call.typeArguments?.params ?? [];
    switch (name) {
      case "withDefaults":
        if (first?.type === "CallExpression") visit2(first, void 0);
        if (second?.type === "ObjectExpression") {
          for (const { key, value, type: kind } of second.properties)
            if (kind === "Property")
              read.defaults.set(
                String(key.name ?? key.value),
                factory(value, syntax)
              );
        }
        break;
      case "defineProps":
        read.made.push(...propsType(type && textOf(type), first && textOf(first)));
        if (first?.type === "ObjectExpression") runtimeDefaults(first, read);
        if (pattern?.type === "ObjectPattern")
          for (const [own, value] of patternDefaults(pattern, syntax).defaults) read.defaults.set(own, value);
        break;
      case "defineEmits":
        if (type) read.made.push(`export type Emits = ${textOf(type)};`);
        else if (first) emitsValue(first, read, textOf);
        break;
      case "defineSlots":
        if (type) read.made.push(`export type Slots = ${textOf(type)};`);
        break;
      case "defineExpose":
        if (first) read.made.push(`export const exposedByComponent = ${textOf(first)};`);
        break;
      case "defineModel": {
        const own = first && plainValue(first, syntax);
        const model = typeof own?.value === "string" ? own.value : "modelValue";
        const options = typeof own?.value === "string" ? second : first;
        read.models.push(model);
        const required = options?.type === "ObjectExpression" && /required:\s*true/.test(textOf(options));
        read.made.push(
          `export type Model${read.models.length} = { ${quoted(model)}${required ? "" : "?"}: ${type ? textOf(type) : runtimeType(options, textOf)} };`
        );
        if (options?.type === "ObjectExpression") {
          const given = memberOf(options, "default");
          if (given) read.defaults.set(model, factory(given, syntax));
        }
        break;
      }
    }
  };
  for (const node of syntax.body) {
    const { expression, declarations } = node;
    if (expression?.type === "CallExpression") visit2(expression, void 0);
    for (const { id, init } of declarations ?? [])
      if (init?.type === "CallExpression") visit2(init, id);
  }
  const models = read.models.map((_, place) => `Model${place + 1}`);
  if (models.length > 0) read.made.push(`export type Models = ${models.join(" & ")};`);
  return read;
}
function optionsScript(syntax, exported) {
  const read = {
    syntax,
    made: [],
    defaults: /* @__PURE__ */ new Map(),
    models: [],
    emitted: [],
    exposes: false,
    isSetup: false
  };
  const textOf = ({ start, end }) => syntax.text.slice(start, end);
  let options = syntax.exported.get(exported);
  while (options?.type === "Identifier") options = syntax.declared.get(options.name);
  if (options?.type === "CallExpression") options = options.arguments[0];
  if (options?.type !== "ObjectExpression") return read;
  const props = memberOf(options, "props");
  if (props) read.made.push(...propsType(void 0, textOf(props)));
  if (props?.type === "ObjectExpression") runtimeDefaults(props, read);
  const emits = memberOf(options, "emits");
  if (emits) emitsValue(emits, read, textOf);
  const methods = memberOf(options, "methods");
  if (methods?.type === "ObjectExpression")
    read.made.push(`export const exposedByComponent = ${textOf(methods)};`);
  return read;
}
function memberOf(object, name) {
  const found = object.properties.find(
    ({ type, key }) => type === "Property" && (key.name ?? key.value) === name
  );
  return found?.value;
}
function propsType(type, value) {
  if (type !== void 0) return [`export type Props = ${type};`];
  if (value === void 0) return [];
  return [
    `import type { ExtractPublicPropTypes as PublicProps } from 'vue';`,
    `const propsOfComponent = asProps(${value});`,
    `declare function asProps<const Names extends readonly string[]>(names: Names): { [Name in Names[number]]: null };`,
    `declare function asProps<Given>(given: Given): Given;`,
    `export type Props = PublicProps<typeof propsOfComponent>;`
  ];
}
function runtimeType(options, textOf) {
  const type = options?.type === "ObjectExpression" ? memberOf(options, "type") : void 0;
  const simple = { String: "string", Number: "number", Boolean: "boolean" };
  return (type && simple[textOf(type)]) ?? "unknown";
}
function factory(node, syntax) {
  const isFactory = node.type === "ArrowFunctionExpression" && node.expression === true;
  if (!isFactory) return defaultOf(node, syntax);
  const body = node.body;
  const inner = body.type === "ParenthesizedExpression" ? body.expression : body;
  return plainValue(inner, syntax) ?? { text: syntax.text.slice(node.start, node.end) };
}
function runtimeDefaults(props, read) {
  for (const { type, key, value } of props.properties) {
    if (type !== "Property" || value.type !== "ObjectExpression") continue;
    const given = memberOf(value, "default");
    if (given)
      read.defaults.set(
        String(key.name ?? key.value),
        factory(given, read.syntax)
      );
  }
}
function emitsValue(node, read, textOf) {
  if (node.type === "ArrayExpression") {
    const names = plainValue(node, read.syntax)?.value;
    read.emitted.push(...(names ?? []).filter((name) => typeof name === "string"));
  } else if (node.type === "ObjectExpression")
    read.made.push(
      `const emitsOfComponent = ${textOf(node)};`,
      `type EmitsGiven = typeof emitsOfComponent;`,
      `export type Emits = { [Name in keyof EmitsGiven]: EmitsGiven[Name] extends (...given: infer Given) => unknown ? Given : [unknown] };`
    );
}
function slotsIn(root) {
  const found = [];
  const visit2 = (node) => {
    if (node.type === ELEMENT && node.tag === "slot") {
      const { props = [] } = node;
      const named = props.find(({ type, name: name2 }) => type === ATTRIBUTE && name2 === "name");
      const computed = props.some(({ arg }) => arg?.content === "name");
      const given = props.some(
        (one) => one !== named && one.arg?.content !== "name" && one.arg?.content !== "key" && one.name !== "if"
      );
      const name = named?.value?.content ?? "default";
      if (computed) found.push({ name: "slot", what: "a slot has a computed name" });
      else if (!found.some((one) => one.name === name && "given" in one))
        found.push({ name, given, description: void 0 });
    }
    node.children?.forEach(visit2);
  };
  if (root) visit2(root);
  return found;
}
var VueReader = class {
  constructor(script, slots, program, made) {
    this.script = script;
    this.slots = slots;
    this.program = program;
    this.#exports = program.exportsOf(made);
    this.#types = new TypeFacts(program, { drawable: void 0 });
  }
  script;
  slots;
  program;
  #exports;
  #types;
  #unread = [];
  read() {
    const { script } = this;
    const props = [...this.#membersOf("Props"), ...this.#membersOf("Models")];
    const callbacks = [];
    const members = props.filter((member) => {
      const own = script.defaults.get(member.name);
      if (own) member.default = own;
      if (/^on[A-Z]/.test(member.name) && member.type.kind === "function") callbacks.push(member);
      return !callbacks.includes(member);
    });
    const emits = [...this.#emits(), ...callbacks.map((one) => ({ ...one }))];
    for (const name of script.models) {
      const { type } = members.find((one) => one.name === name);
      if (emits.some((one) => one.name === `update:${name}`)) continue;
      emits.push(emitted(`update:${name}`, [{ name: "value", type, optional: false }]));
    }
    const slots = this.slots.filter((one) => "given" in one);
    this.#unread.push(...this.slots.filter((one) => "what" in one));
    return {
      description: void 0,
      members,
      emits,
      slots,
      methods: this.#methods(),
      writes: script.models,
      rest: void 0,
      definitions: this.#types.definitions,
      unread: this.#unread,
      complete: true
    };
  }
  #type(name) {
    const symbol = this.#exports.get(name);
    return symbol && this.program.checker.getDeclaredTypeOfSymbol(symbol);
  }
  #membersOf(name) {
    const type = this.#type(name);
    if (!type) return [];
    if (!type.isErrorType()) return this.#types.membersOf(type);
    this.#unread.push({ name, what: "its type cannot be found out" });
    return [];
  }
  /** Events with what they pass: from a type with call signatures, or from one with a list for each name. */
  #emits() {
    const { checker } = this.program;
    const type = this.#type("Emits");
    const named = this.script.emitted.map(
      (name) => emitted(name, [{ name: "value", type: UNSAID, optional: true }])
    );
    if (!type) return named;
    const called = checker.getSignaturesOfType(type, 0);
    const parameters2 = (own) => this.#types.of(own);
    if (called.length > 0)
      return called.flatMap((signature) => {
        const [event2, ...rest] = signature.getParameters();
        const types = event2 ? checker.getParameterType(signature, 0) : void 0;
        const names = types?.isUnionType() ? types.getTypes() : types ? [types] : [];
        const given = rest.map((symbol, place) => {
          const own = checker.getParameterType(signature, place + 1);
          return { name: symbol.name, type: own ? parameters2(own) : UNSAID, optional: false };
        });
        return names.flatMap((one) => one.isStringLiteralType() ? [emitted(one.value, given)] : []);
      });
    return checker.getPropertiesOfType(type).map((symbol) => {
      const own = checker.getTypeOfSymbol(symbol);
      const description = oneParagraph(symbol.getDocumentationComment(checker));
      const list = own?.isTypeReference() ? checker.getTypeArguments(own) : [];
      const given = list.map((one, place) => ({
        name: labelOf(own, place, checker.typeToString(own)),
        type: parameters2(one),
        optional: false
      }));
      const fact = own && this.#types.of(own);
      if (fact?.kind === "function") return { ...emitted(symbol.name, fact.parameters), description };
      return { ...emitted(symbol.name, given), description };
    });
  }
  /** What the component exposes. */
  #methods() {
    const symbol = this.#exports.get("exposedByComponent");
    const type = symbol && this.program.checker.getTypeOfSymbol(symbol);
    if (!type) return [];
    return this.#types.membersOf(type).filter((one) => {
      if (one.type.kind === "function") return true;
      this.#unread.push({ name: one.name, what: "the component exposes it, and it is no method" });
      return false;
    });
  }
};
var UNSAID = { kind: "unknown", text: "unknown", why: "is not said" };
function emitted(name, parameters2) {
  return {
    name,
    required: false,
    type: { kind: "function", parameters: parameters2, returns: void 0, mayReturnFalse: false },
    description: void 0,
    deprecated: void 0,
    default: void 0
  };
}
function labelOf(_, place, text) {
  const parts = text.slice(1, -1).split(/,(?![^<({[]*[>)}\]])/);
  const label = /^\s*([A-Za-z_$][\w$]*)\??\s*:/.exec(parts[place] ?? "");
  return label?.[1] ?? (place === 0 ? "value" : `value${place + 1}`);
}

// src/components/read/read-components.ts
async function readComponents(root, components) {
  const results = [];
  const frameworks = new Set(components.map(({ framework }) => framework));
  for (const framework of frameworks) {
    const own = components.flatMap((one, place) => one.framework === framework ? [{ one, place }] : []);
    const read = await readFramework(
      root,
      framework,
      own.map(({ one }) => one)
    );
    own.forEach(({ place }, index) => results[place] = read[index]);
  }
  return results;
}
async function readFramework(root, framework, components) {
  const tools = componentTools(root);
  const plans = await Promise.all(
    components.map(async ({ path, exported }, place) => {
      const text = await readFile4(path, "utf8");
      const source2 = { framework, path, text, exported, key: `${framework}-${place}` };
      if (framework === "vue") return planVue(source2, tools);
      return path.endsWith(".svelte") ? planSvelte(source2) : planJsx(source2);
    })
  );
  const made = plans.flatMap((plan) => "finish" in plan ? [[plan.path, plan.text]] : []);
  if (made.length === 0) return plans;
  const source = wrappedFramework(framework).jsxImportSource ?? (framework === "solid" ? "solid-js" : "");
  const program = new TypeProgram(root, new Map(made), source);
  try {
    return plans.map((plan) => "finish" in plan ? plan.finish(program) : plan);
  } finally {
    program.close();
  }
}
export {
  readComponents
};
