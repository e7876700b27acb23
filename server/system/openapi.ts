import { z } from 'zod';
import { problem } from '../../contract/common.ts';
import type { Endpoint } from '../../contract/endpoint.ts';
import { endpointList } from '../../contract/index.ts';

const schemaOf = (schema: z.ZodType, io: 'input' | 'output') => {
  const { $schema: _, ...rest } = z.toJSONSchema(schema, { io, unrepresentable: 'any', target: 'draft-2020-12' });
  return rest;
};

function parametersOf(endpoint: Endpoint) {
  const from = (schema: z.ZodType | undefined, place: 'path' | 'query') => {
    if (schema === undefined) return [];
    const { properties = {}, required = [] } = schemaOf(schema, 'input') as {
      properties?: Record<string, unknown>;
      required?: string[];
    };
    return Object.entries(properties).map(([name, shape]) => ({
      name,
      in: place,
      required: place === 'path' || required.includes(name),
      schema: shape,
    }));
  };
  return [...from(endpoint.params, 'path'), ...from(endpoint.query, 'query')];
}

function operation(name: string, endpoint: Endpoint) {
  const refused = {
    description: 'A problem document (RFC 9457)',
    content: { 'application/problem+json': { schema: { $ref: '#/components/schemas/Problem' } } },
  };
  const answered = endpoint.file
    ? { 200: { description: 'A file', content: { [endpoint.file]: {} } } }
    : endpoint.answer
      ? {
          200: {
            description: endpoint.summary,
            content: { 'application/json': { schema: schemaOf(endpoint.answer, 'output') } },
          },
        }
      : { 204: { description: 'Done' } };
  return {
    operationId: name,
    summary: endpoint.summary,
    description: endpoint.roles === 'public' ? 'No sign-in needed.' : `For ${endpoint.roles.join(', ')}.`,
    parameters: parametersOf(endpoint),
    ...(endpoint.body
      ? {
          requestBody: {
            required: true,
            content: {
              [endpoint.upload ? 'multipart/form-data' : 'application/json']: {
                schema: schemaOf(endpoint.body, 'input'),
              },
            },
          },
        }
      : {}),
    responses: { ...answered, default: refused },
    ...(endpoint.roles === 'public' ? {} : { security: [{ session: [] }] }),
  };
}

/** The interface in OpenAPI 3.1, made from the contract. */
export function openApi(): Record<string, unknown> {
  const paths: Record<string, Record<string, unknown>> = {};
  for (const [name, endpoint] of endpointList) {
    const path = endpoint.path.replace(/:(\w+)/g, '{$1}');
    paths[path] = { ...paths[path], [endpoint.method.toLowerCase()]: operation(name, endpoint) };
  }
  return {
    openapi: '3.1.0',
    info: {
      title: 'Wide Pail',
      version: '1',
      description: 'SI units, fractions, integer minor units of money, ISO 8601 times.',
    },
    paths,
    components: {
      schemas: { Problem: schemaOf(problem, 'output') },
      securitySchemes: { session: { type: 'apiKey', in: 'cookie', name: 'pail.session' } },
    },
  };
}
