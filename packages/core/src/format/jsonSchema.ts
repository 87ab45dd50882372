import { z } from 'zod';
import { pieceSchema, VERSION } from '../piece/index.js';

/** The published JSON Schema of a piece file, made from the same source as the validator. */
export function pieceJsonSchema(): Record<string, unknown> {
  const schema = z.toJSONSchema(pieceSchema, { target: 'draft-2020-12' }) as Record<string, unknown>;
  const { $schema, ...rest } = schema;
  return { $schema, title: `Pale Glint piece, version ${VERSION}`, ...rest };
}

interface Node {
  type?: string | string[];
  description?: string;
  unit?: string;
  minimum?: number;
  maximum?: number;
  minLength?: number;
  maxLength?: number;
  maxItems?: number;
  pattern?: string;
  const?: unknown;
  enum?: unknown[];
  properties?: Record<string, Node>;
  items?: Node;
  anyOf?: Node[];
  oneOf?: Node[];
}

/** One line of the table of fields. */
export interface FieldLine {
  readonly path: string;
  readonly description: string;
  readonly accepted: string;
}

function acceptedText(n: Node): string {
  if (n.const !== undefined) return JSON.stringify(n.const);
  if (n.enum) return n.enum.join(', ');
  if (n.anyOf) return n.anyOf.map((a) => (a.type === 'null' ? 'null' : acceptedText(a))).join(' or ');
  if (n.type === 'number' || n.type === 'integer')
    return `${n.minimum} to ${n.maximum}${n.unit ? ` ${n.unit}` : ''}${n.type === 'integer' ? ', whole' : ''}`;
  if (n.type === 'array') return `list, at most ${n.maxItems}`;
  if (n.type === 'string') return n.maxLength ? `text, ${n.minLength ?? 0} to ${n.maxLength}` : 'text';
  return n.oneOf ? 'by kind' : 'object';
}

/** Every field of the format with unit and range, for docs/format.md. */
export function fieldLines(node: Node = pieceJsonSchema() as Node, path = ''): FieldLine[] {
  const own: FieldLine[] = path
    ? [
        {
          path,
          description: node.description ?? node.anyOf?.find((a) => a.description)?.description ?? '',
          accepted: acceptedText(node),
        },
      ]
    : [];
  const inner: FieldLine[] = [];
  for (const [key, child] of Object.entries(node.properties ?? {}))
    inner.push(...fieldLines(child, path ? `${path}.${key}` : key));
  if (node.items)
    inner.push(
      ...fieldLines(node.items, `${path}[]`).slice(node.items.properties || node.items.oneOf ? 1 : 0),
    );
  for (const option of node.oneOf ?? []) {
    const kind = String(option.properties?.['kind']?.const ?? '');
    for (const [key, child] of Object.entries(option.properties ?? {}))
      if (key !== 'kind') inner.push(...fieldLines(child, `${path}(${kind}).${key}`));
  }
  const nullable = node.anyOf?.find((a) => a.properties);
  if (nullable) inner.push(...fieldLines(nullable, path).slice(1));
  return [...own, ...inner];
}
