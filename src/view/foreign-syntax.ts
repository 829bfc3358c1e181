/** What to write in a view instead of an attribute in the syntax of some framework; undefined for a plain attribute. */
export function foreignSyntax(name: string, value: string): { message: string; help: string } | undefined {
  const event = /^(?:@|v-on:|on:|\()([\w-]+)\)?(?:\.[\w.]+)?$/.exec(name)?.[1];
  if (event)
    return {
      message: `"${name}" is no attribute of HTML: it listens in the way of a framework.`,
      help: `Write on${event}="…" with the code to run.`,
    };
  if (/^\{?\.\.\./.test(name))
    return {
      message: 'Attributes cannot be spread in a view.',
      help: 'Name each attribute; what consumers pass reaches a part by "passthrough" in the contract.',
    };
  const bound = /^(?::|v-bind:|bind:|\[|\.)([\w-]+)\]?$/.exec(name)?.[1];
  if (bound)
    return {
      message: `"${name}" is no attribute of HTML: it binds in the way of a framework.`,
      help: `Write ${bound}="{${/^[\w$.]+$/.test(value) ? value : 'expression'}}".`,
    };
  if (/^(?:v-|ng-|\*ng|#|use:|class:|let:)/.test(name))
    return {
      message: `"${name}" is no attribute of HTML, and means nothing in a view.`,
      help: 'Conditions and loops are <template when="…"> and <template for-each="item of list">; classes are class="{…}".',
    };
  // The parser gives names in small letters.
  const plain = { classname: 'class', htmlfor: 'for' }[name];
  return plain === undefined
    ? undefined
    : { message: `HTML has no attribute "${name}".`, help: `Write ${plain}="…".` };
}
