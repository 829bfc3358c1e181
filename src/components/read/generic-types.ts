import type { TreeNode } from '../../syntax/tree.js';
import { readSyntax } from './source-syntax.js';

/**
 * Types for the parameters that a component's script is generic in (`Item extends { id: string }`): each is what it extends, since an
 * element has one type for all its consumers. No text where there are none, and where they cannot be parsed.
 */
export function genericTypes(parameters: string | true | undefined): string {
  if (typeof parameters !== 'string') return '';
  const { body, problem, text } = readSyntax('generic.ts', `type Generic<${parameters}> = never;`, 'ts');
  if (problem !== undefined) return '';
  const declared = body[0]!.typeParameters as { params: TreeNode[] } | null;
  return (declared?.params ?? [])
    .map(({ name, constraint, default: given }) => {
      const type = (constraint ?? given) as TreeNode | null;
      return `type ${(name as TreeNode).name as string} = ${type ? text.slice(type.start, type.end) : 'unknown'};`;
    })
    .join('\n');
}
