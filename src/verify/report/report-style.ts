/** The style of reports. Verdicts are told by word and sign as well as by color. */
export const REPORT_STYLE = `
:root { color-scheme: light dark; --ink: light-dark(#1c2430, #e6e9ee); --paper: light-dark(#fdfcf9, #14181e);
  --line: light-dark(#d9d5ca, #333a45); --soft: light-dark(#f3f0e8, #1c222a); --fits: light-dark(#1c6b3c, #7bcf9a);
  --care: light-dark(#805300, #e5b659); --fails: light-dark(#b3261e, #ff9a91); --unchecked: light-dark(#5d646e, #9aa3af);
  --word: light-dark(#7a3e9d, #c9a5e3); --text: light-dark(#1c6b3c, #9bd6ae); --name: light-dark(#0b5c8a, #86c5ea); }
* { box-sizing: border-box; }
body { margin: 0; font: 15px/1.5 system-ui, "Open Sans", sans-serif; color: var(--ink); background: var(--paper); }
header, main { max-width: 1400px; margin: 0 auto; padding: 0 24px; }
header { padding-top: 24px; } main { padding-bottom: 60px; }
h1 { font-size: 26px; margin: 0 0 6px; } h1 small { font-weight: 400; color: var(--unchecked); font-size: 14px; }
h2 { font-size: 18px; margin: 28px 0 4px; } h3 { font-size: 15px; margin: 10px 0 0; }
code, pre { font: 13px/1.5 ui-monospace, "DejaVu Sans Mono", monospace; }
.summary { display: flex; flex-wrap: wrap; gap: 4px 28px; list-style: none; margin: 0; padding: 0; } .summary b { font-size: 20px; }
.run, .legend, .shown, caption { color: var(--unchecked); margin: 4px 0 14px; } .shown { margin: 0 0 6px; min-height: 1.5em; }
.legend span { margin-inline-end: 18px; }
.fits { color: var(--fits); } .care { color: var(--care); } .fails { color: var(--fails); } .unchecked { color: var(--unchecked); } .accepted { color: var(--name); } .general { color: var(--unchecked); }
.filters { display: flex; flex-wrap: wrap; gap: 8px 14px; align-items: end; padding: 10px 0; }
.filters[hidden] { display: none; } .filters label { display: grid; font-size: 12px; color: var(--unchecked); }
.filters select, .filters input, .filters button { font: inherit; font-size: 14px; color: var(--ink); background: var(--soft);
  border: 1px solid var(--line); border-radius: 5px; padding: 3px 8px; min-width: 8em; } .filters button { min-width: 0; }
.board { overflow-x: auto; } caption { text-align: start; caption-side: bottom; margin: 6px 0 0; font-size: 13px; }
table { border-collapse: collapse; } .matrix { min-width: min(100%, 40rem); }
.sign { width: 0.95em; height: 0.95em; fill: none; stroke: currentColor; stroke-width: 2.2; vertical-align: -0.1em; margin-inline-end: 1px; }
.matrix td, .matrix thead th { min-width: 5em; } .matrix th, .matrix td { text-align: start; padding: 3px 8px; border-bottom: 1px solid var(--line); white-space: nowrap; }
.matrix thead th { font-size: 13px; vertical-align: bottom; } .matrix tbody th { font-weight: 600; position: sticky; inset-inline-start: 0; background: var(--paper); }
.matrix td button { font: inherit; color: inherit; background: none; border: 1px solid transparent; border-radius: 4px; padding: 0 4px; margin: 0 -5px; cursor: pointer; }
.matrix td button:hover { border-color: var(--line); } .matrix button[aria-expanded=true] { background: var(--soft); border-color: var(--line); }
:focus-visible { outline: 2px solid var(--name); outline-offset: 1px; }
.opened > td { white-space: normal; background: var(--soft); padding: 0; } .opened .inside { max-width: min(1300px, calc(100vw - 60px)); padding: 8px 16px 16px; position: sticky; inset-inline-start: 0; }
.opened h3 { margin: 4px 0 8px; display: flex; gap: 12px; align-items: baseline; } .opened h3 button { margin-inline-start: auto; font: inherit; font-weight: 400; cursor: pointer; }
details { border: 1px solid var(--line); border-radius: 6px; margin: 5px 0; background: var(--paper); } summary { padding: 4px 12px; cursor: pointer; }
summary b { display: inline-block; min-width: 9em; } summary small { color: var(--unchecked); }
.subject { margin: 4px 16px 12px; } .subject h4 { margin: 8px 0 2px; font-size: 14px; } .subject p { margin: 0 0 4px; }
.evidence { font-size: 13px; width: 100%; } .evidence td, .evidence th { padding: 2px 10px 2px 0; text-align: start; vertical-align: top; border-bottom: 1px solid var(--line); overflow-wrap: anywhere; white-space: normal; }
.evidence th { font-weight: 600; color: var(--unchecked); position: static; } .evidence td:first-child { width: 55%; } .evidence em { display: block; font-style: normal; }
.wrong td { color: var(--fails); }
figure { margin: 6px 16px 14px; } figcaption { font-size: 13px; color: var(--unchecked); margin-bottom: 4px; }
.looks { display: flex; flex-wrap: wrap; gap: 12px; margin: 6px 16px; } .looks figure { margin: 0; flex: 1 1 260px; } .looks img { width: 100%; border: 1px solid var(--line); background: white; }
pre { margin: 0; padding: 10px 14px; overflow-x: auto; background: var(--soft); border: 1px solid var(--line); border-radius: 6px; tab-size: 2; white-space: pre; }
.hljs-keyword, .hljs-tag, .hljs-literal { color: var(--word); } .hljs-string, .hljs-regexp { color: var(--text); } .hljs-name, .hljs-attr, .hljs-title, .hljs-property { color: var(--name); }
.hljs-comment { color: var(--unchecked); font-style: italic; } .hljs-number, .hljs-built_in { color: var(--care); }
.cause h3 { font-weight: 600; } .cause ul { margin: 2px 0 0; padding-inline-start: 20px; } .cause li { color: var(--unchecked); } .cause a { color: var(--ink); }
@media (prefers-reduced-motion: no-preference) { :root { scroll-behavior: smooth; } }
`;
