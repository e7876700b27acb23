import type { z } from 'zod';
import { CREW_SEES } from './crewSees.ts';
import type { Role } from './endpoint.ts';
import { withoutPrices } from './prices.ts';

/** Names that stand in no answer, whoever asks: what would let its reader in, and what belongs to the inside. */
export const NOBODY_SEES: ReadonlySet<string> = new Set([
  'passwordHash',
  'tokenHash',
  'sessionSecret',
  'sess',
  'sid',
  'hash',
  'lastStep',
  'digest',
  'original',
  'upright',
  'thumbnail',
]);

/** Names of what only the owner sees, wherever they stand: what work costs the firm, and what a price leaves it. */
export const OWNER_SEES: ReadonlySet<string> = new Set(['margin', 'floor', 'markUp', 'fittedNet', 'fittedCost']);

/** Who an answer goes to; null is somebody without a sign-in, who comes by a link. */
export type Reader = Role | null;

type Part = (value: unknown) => unknown;

/**
 * Builds what leaves the server: of a value only what the schema of its endpoint names, and of that only what its reader may see. A
 * row that was handed on whole so loses whatever nobody has said is theirs. What a schema leaves open goes through by name.
 */
export function seenBy(reader: Reader, schema: z.ZodType, value: unknown): unknown {
  return partOf(reader, schema)(reader === 'crew' ? withoutPrices(value) : value);
}

/** The same of what has no schema: the two states of a write that came late. */
export const openTo = (reader: Reader, value: unknown): unknown =>
  openPart(reader)(reader === 'crew' ? withoutPrices(value) : value);

const known: Record<string, WeakMap<z.ZodType, Part>> = {};

function partOf(reader: Reader, schema: z.ZodType): Part {
  const name = reader ?? 'nobody';
  known[name] ??= new WeakMap();
  const own = known[name];
  const found = own.get(schema);
  if (found) return found;
  // A schema that names itself finds this one while it is being made.
  let made: Part | undefined;
  own.set(schema, (value) => (made as Part)(value));
  made = makePart(reader, schema);
  own.set(schema, made);
  return made;
}

interface Definition {
  type: string;
  shape?: Record<string, z.ZodType>;
  element?: z.ZodType;
  innerType?: z.ZodType;
  valueType?: z.ZodType;
  options?: z.ZodType[];
  out?: z.ZodType;
  items?: z.ZodType[];
  rest?: z.ZodType | null;
  left?: z.ZodType;
  right?: z.ZodType;
  getter?: () => z.ZodType;
}

const isObject = (value: unknown): value is Record<string, unknown> =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

const asIs: Part = (value) => value;

const SCALARS = new Set([
  'string',
  'number',
  'boolean',
  'null',
  'literal',
  'enum',
  'date',
  'bigint',
  'undefined',
  'void',
  'template_literal',
  'nan',
  'int',
]);

function makePart(reader: Reader, schema: z.ZodType): Part {
  const of = (inner: z.ZodType): Part => partOf(reader, inner);
  const definition = schema._zod.def as unknown as Definition;
  switch (definition.type) {
    case 'object': {
      const parts = Object.entries(definition.shape ?? {})
        .filter(([name]) => mayName(reader, name))
        .map(([name, inner]) => [name, of(inner)] as const);
      return (value) => {
        if (!isObject(value)) return value;
        const seen: Record<string, unknown> = {};
        for (const [name, part] of parts) if (name in value) seen[name] = part(value[name]);
        return seen;
      };
    }
    case 'array': {
      const part = of(definition.element as z.ZodType);
      return (value) => (Array.isArray(value) ? value.map(part) : value);
    }
    case 'tuple': {
      const parts = (definition.items ?? []).map(of);
      const rest = definition.rest ? of(definition.rest) : asIs;
      return (value) => (Array.isArray(value) ? value.map((item, at) => (parts[at] ?? rest)(item)) : value);
    }
    case 'record': {
      const part = of(definition.valueType as z.ZodType);
      return (value) =>
        isObject(value) ? Object.fromEntries(Object.entries(value).map(([key, item]) => [key, part(item)])) : value;
    }
    case 'union':
      return unionPart(definition.options ?? [], of);
    case 'intersection': {
      const [left, right] = [of(definition.left as z.ZodType), of(definition.right as z.ZodType)];
      return (value) => (isObject(value) ? { ...(left(value) as object), ...(right(value) as object) } : value);
    }
    case 'lazy': {
      const { getter } = definition;
      return (value) => of((getter as () => z.ZodType)())(value);
    }
    case 'pipe':
      return of(definition.out as z.ZodType);
    case 'optional':
    case 'nullable':
    case 'default':
    case 'prefault':
    case 'catch':
    case 'readonly':
    case 'nonoptional':
      return of(definition.innerType as z.ZodType);
    default:
      return SCALARS.has(definition.type) ? asIs : openPart(reader);
  }
}

/** Of several shapes the one that a value has; of what has none of them whole, all that any of them names. */
function unionPart(options: readonly z.ZodType[], of: (schema: z.ZodType) => Part): Part {
  const parts = options.map((schema) => ({ schema, part: of(schema) })).filter(({ part }) => part !== asIs);
  const [first] = parts;
  if (first === undefined) return asIs;
  return (value) => {
    if (typeof value !== 'object' || value === null) return value;
    const fitting = parts.length === 1 ? first : parts.find(({ schema }) => schema.safeParse(value).success);
    if (fitting) return fitting.part(value);
    return isObject(value) ? Object.assign({}, ...parts.map(({ part }) => part(value))) : first.part(value);
  };
}

/** Whether a name in a schema is for a reader. */
const mayName = (reader: Reader, name: string): boolean =>
  !NOBODY_SEES.has(name) && (reader === 'owner' || !OWNER_SEES.has(name)) && (reader !== 'crew' || CREW_SEES.has(name));

/** What no schema describes: all of it but what may not be named. */
function openPart(reader: Reader): Part {
  const mayStay = (name: string) => !NOBODY_SEES.has(name) && (reader === 'owner' || !OWNER_SEES.has(name));
  const open: Part = (value) => {
    if (Array.isArray(value)) return value.map(open);
    if (!isObject(value) || Object.getPrototypeOf(value) !== Object.prototype) return value;
    return Object.fromEntries(
      Object.entries(value)
        .filter(([name]) => mayStay(name))
        .map(([name, item]) => [name, open(item)]),
    );
  };
  return open;
}

/** Every name that a schema holds, at any depth; for a test that has each of them decided. */
export function namesIn(schema: z.ZodType, seen = new Set<z.ZodType>(), names = new Set<string>()): Set<string> {
  if (seen.has(schema)) return names;
  seen.add(schema);
  const { shape, element, innerType, valueType, options, out, items, rest, left, right, getter } = schema._zod
    .def as unknown as Definition;
  for (const name of Object.keys(shape ?? {})) names.add(name);
  const inner = [...Object.values(shape ?? {}), element, innerType, valueType, ...(options ?? []), out];
  for (const one of [...inner, ...(items ?? []), rest, left, right, getter?.()]) if (one) namesIn(one, seen, names);
  return names;
}
