import type { NestExpressApplication } from '@nestjs/platform-express';
import { DocumentBuilder, SwaggerModule, type OpenAPIObject } from '@nestjs/swagger';
import { readFileSync } from 'node:fs';
import * as contract from '@tribos/contract';
import { entrySchema, jobFileSchema, type Shape } from '@tribos/core';

type Schema = Readonly<Record<string, unknown>>;

/** What `npm run schema` reads from the server's own types. */
interface Described {
  readonly operations: Readonly<
    Record<
      string,
      {
        readonly sentence: string;
        /** Classes of what is sent and asked; `X[]` for several. */
        readonly body: string | null;
        readonly query: string | null;
        readonly words: readonly { readonly name: string; readonly isOptional: boolean }[];
        /** Null where the answer is a file, a stream or nothing. */
        readonly answer: Schema | null;
      }
    >
  >;
  readonly schemas: Readonly<Record<string, Schema>>;
  /** What its source says of a request, and of its fields. */
  readonly requests: Readonly<
    Record<string, { readonly sentence: string; readonly words: Readonly<Record<string, string>> }>
  >;
  /** Requests that an answer takes its fields from, by its name. */
  readonly from: Readonly<Record<string, readonly string[]>>;
}

const described = (): Described =>
  JSON.parse(readFileSync(new URL('../../api.json', import.meta.url), 'utf8')) as Described;

const PLACE = '#/components/schemas/';
const ref = (name: string): Schema => ({ $ref: `${PLACE}${name}` });

/** A schema that the core publishes on its own, as parts of this description. */
function published(name: string, schema: object): Record<string, Schema> {
  const text = JSON.stringify(schema).replaceAll('"#/$defs/', `"${PLACE}${name}.`);
  const { $defs, $schema: _, $id: __, ...own } = JSON.parse(text) as Record<string, Schema>;
  const parts = Object.entries($defs ?? {}).map(([part, s]) => [`${name}.${part}`, s as Schema] as const);
  return Object.fromEntries([[name, own], ...parts]);
}

type Words = Described['requests'][string];

/** What is sent, by the description its class was made of, in the words of its source. */
function sent({ schema }: Shape, { sentence, words }: Words = { sentence: '', words: {} }): Schema {
  const fields = Object.entries((schema['properties'] ?? {}) as Record<string, Schema>);
  return {
    ...schema,
    ...(sentence === '' ? {} : { description: sentence }),
    properties: Object.fromEntries(
      fields.map(([key, of]) => [key, words[key] === undefined ? of : { description: words[key], ...of }]),
    ),
  };
}

/** An answer that takes fields from requests, each as it is described there. */
const answered = (schema: Schema, of: readonly Schema[]): Schema => ({
  ...schema,
  properties: Object.assign({}, schema['properties'], ...of.map((s) => s['properties'])) as Schema,
});

/** Requests of the contract, by their class. */
const requests: Readonly<Record<string, Shape>> = Object.fromEntries(
  Object.entries(contract).flatMap(([name, of]) =>
    typeof of === 'function' && 'shape' in of ? [[name, of.shape as Shape]] : [],
  ),
);

const PROBLEM = {
  description: 'Why it was not done: a problem document.',
  content: { 'application/problem+json': { schema: ref('Problem') } },
};
interface Operation {
  parameters: { name: string; in: string; required?: boolean; schema?: Schema }[];
  requestBody?: unknown;
  responses: Record<string, { description: string; content?: unknown }>;
}

const contentOf = (schema: Schema) => ({ 'application/json': { schema } });
/** A body of a class, or of several of them. */
const bodyOf = (type: string): Schema =>
  type.endsWith('[]') ? { type: 'array', items: ref(type.slice(0, -2)) } : ref(type);

/** One endpoint in its own words, with what it is given and what it answers. */
function told(made: Operation, of: Described['operations'][string], schemas: Record<string, Schema>): object {
  const asked =
    of.query === null ? {} : ((schemas[of.query]?.['properties'] ?? {}) as Record<string, Schema>);
  const required = (schemas[of.query ?? '']?.['required'] ?? []) as string[];
  const [first = '200'] = Object.keys(made.responses).filter((s) => s.startsWith('2'));
  const file = { '*/*': { schema: { type: 'string', format: 'binary' } } };
  const content = made.responses[first]?.content ?? (of.answer ? contentOf(of.answer) : file);
  return {
    ...made,
    summary: of.sentence,
    parameters: [
      ...made.parameters.filter((p) => p.in === 'path').map((p) => ({ ...p, schema: { type: 'string' } })),
      ...Object.entries(asked).map(([name, schema]) => ({
        name,
        in: 'query',
        required: required.includes(name),
        schema,
      })),
      ...of.words.map(({ name, isOptional }) => ({
        name,
        in: 'query',
        required: !isOptional,
        schema: { type: 'string' },
      })),
    ],
    ...(of.body === null ? {} : { requestBody: { required: true, content: contentOf(bodyOf(of.body)) } }),
    responses: {
      [first]: { description: of.sentence, ...(first === '204' ? {} : { content }) },
      default: PROBLEM,
    },
  };
}

/** The description of the API: what the frame knows of its endpoints, in the words and shapes of their own types. */
function describing(made: OpenAPIObject): OpenAPIObject {
  const { operations, schemas: typed, requests: words, from } = described();
  const asked = Object.fromEntries(
    Object.entries(requests).map(([name, of]) => [name, sent(of, words[name])]),
  );
  const schemas: Record<string, Schema> = {
    ...Object.fromEntries(
      Object.entries(typed).map(([name, schema]) => [
        name,
        answered(
          schema,
          (from[name] ?? []).flatMap((base): readonly Schema[] => (asked[base] ? [asked[base]] : [])),
        ),
      ]),
    ),
    ...asked,
    ...published('JobFile', jobFileSchema),
    ...published('SentEntry', entrySchema),
  };
  const paths = Object.fromEntries(
    Object.entries(made.paths).map(([path, methods]) => [
      path,
      Object.fromEntries(
        Object.entries(methods as Record<string, Operation>).map(([method, operation]) => {
          const of = operations[`${method.toUpperCase()} ${path}`];
          return [method, of ? told(operation, of, schemas) : operation];
        }),
      ),
    ]),
  );
  return { ...made, paths, components: { ...made.components, schemas } } as unknown as OpenAPIObject;
}

/** Publishes the API at /api/docs: every endpoint with its sentence, what it is given and what it answers. */
export function describeApi(app: NestExpressApplication): void {
  const config = new DocumentBuilder()
    .setOpenAPIVersion('3.1.0')
    .setTitle('Tribos')
    .setDescription(
      'Lengths are integer nanometres. Errors are problem documents (RFC 9457). Sign in at /api/session; the cookie does the rest.',
    )
    .setVersion('1')
    .addServer('/')
    .build();
  SwaggerModule.setup('api/docs', app, () => describing(SwaggerModule.createDocument(app, config)), {
    jsonDocumentUrl: 'api/docs.json',
    customSiteTitle: 'Tribos API',
  });
}
