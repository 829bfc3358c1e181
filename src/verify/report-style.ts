/** The style of reports. Verdicts are told by word and sign as well as by color. */
export const REPORT_STYLE = `
:root { color-scheme: light dark; --ink: light-dark(#1c2430, #e6e9ee); --paper: light-dark(#fdfcf9, #14181e);
  --line: light-dark(#d9d5ca, #333a45); --soft: light-dark(#f3f0e8, #1c222a); --fits: light-dark(#1c6b3c, #7bcf9a);
  --care: light-dark(#8a5a00, #e5b659); --fails: light-dark(#b3261e, #ff9a91); --unchecked: light-dark(#656c76, #9aa3af); }
* { box-sizing: border-box; }
body { margin: 0; font: 15px/1.5 system-ui, "Open Sans", sans-serif; color: var(--ink); background: var(--paper); }
header, main { max-width: 1040px; margin: 0 auto; padding: 0 24px; }
header { padding-top: 28px; }
h1 { font-size: 26px; margin: 0 0 8px; } h1 small, h3 small { font-weight: 400; color: var(--unchecked); font-size: 14px; }
h2 { font-size: 20px; margin: 40px 0 0; } h3 { font-size: 16px; margin: 24px 0 6px; }
code, pre { font: 13px/1.5 ui-monospace, "DejaVu Sans Mono", monospace; } h2 code { font-size: 18px; }
.summary { display: flex; flex-wrap: wrap; gap: 8px 28px; list-style: none; margin: 0; padding: 0; } .summary b { font-size: 20px; }
.run, .legend { color: var(--unchecked); margin: 4px 0 18px; }
.fits { color: var(--fits); } .care { color: var(--care); } .fails { color: var(--fails); } .unchecked { color: var(--unchecked); }
table { border-collapse: collapse; width: 100%; }
.matrix th, .matrix td { text-align: start; padding: 4px 14px; border-bottom: 1px solid var(--line); vertical-align: top; }
.matrix tbody th { font-weight: 400; } .matrix th[scope=rowgroup] { font-weight: 600; width: 22%; } .matrix th[scope=rowgroup] code { font-size: 14px; }
.matrix tr:has(th[scope=rowgroup]) > * { border-top: 2px solid var(--line); }
.matrix a { color: inherit; text-decoration: none; display: block; } .matrix a:hover { text-decoration: underline; }
i { font-style: normal; display: inline-block; width: 1.1em; text-align: center; }
details { border: 1px solid var(--line); border-radius: 6px; margin: 6px 0; background: var(--soft); }
details[open] { background: none; } details:has(> :target) { outline: 2px solid var(--care); } details > div { scroll-margin-top: 96px; }
summary { padding: 6px 12px; cursor: pointer; font-weight: 600; } summary small { font-weight: 400; }
.subject, figure { margin: 6px 16px 14px; } .subject h4 { margin: 10px 0 2px; font-size: 14px; } .subject p { margin: 0 0 4px; }
.evidence { font-size: 13px; } .evidence td, .evidence th { padding: 2px 10px 2px 0; text-align: start; vertical-align: top; border-bottom: 1px solid var(--line); overflow-wrap: anywhere; }
.evidence th { font-weight: 600; color: var(--unchecked); } .evidence td:first-child { width: 58%; } .evidence em { display: block; font-style: normal; }
.wrong td { color: var(--fails); }
figcaption { font-size: 13px; color: var(--unchecked); margin-bottom: 4px; }
pre { margin: 0; padding: 12px 14px; overflow-x: auto; background: var(--soft); border: 1px solid var(--line); border-radius: 6px; tab-size: 2; }
`;
