import type { NestExpressApplication } from '@nestjs/platform-express';
import { DocumentBuilder, SwaggerModule, type OpenAPIObject } from '@nestjs/swagger';
import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { validationMetadatasToSchemas } from 'class-validator-jsonschema';
import { entrySchema, jobFileSchema } from '@tribos/core';

const require = createRequire(import.meta.url);

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

const isBare = (rule: Schema): boolean =>
  Object.keys(rule).every((k) => k === 'type' && rule[k] === 'object');
const mayBeNull = (typed: Schema): boolean => /"null"/u.test(JSON.stringify([typed['type'], typed['anyOf']]));

/** What is sent, by its type and by the rules of its class: both hold. */
function sent(typed: Schema, rules: Schema | undefined): Schema {
  const checked = (rules?.['properties'] ?? {}) as Record<string, Schema>;
  const fields = Object.entries((typed['properties'] ?? {}) as Record<string, Schema>);
  const field = (key: string, type: Schema): Schema => {
    const rule = checked[key] ?? {};
    // What decorators know of a union or a list is its kind of object alone.
    if (isBare(rule)) return type;
    if (/\/schemas\/(Array|Object)"/u.test(JSON.stringify(rule))) {
      const { $ref: _, items: __, type: ___, ...bounds } = rule;
      return { ...type, ...bounds };
    }
    const { description } = type;
    const told = description === undefined ? rule : { description, ...rule };
    return mayBeNull(type) ? { anyOf: [told, { type: 'null' }] } : told;
  };
  return { ...typed, properties: Object.fromEntries(fields.map(([key, type]) => [key, field(key, type)])) };
}

/** Rules of the contract's classes, by class. */
function rulesOf(): Record<string, Schema> {
  const { defaultMetadataStorage } = require('class-transformer/cjs/storage.js') as {
    defaultMetadataStorage: object;
  };
  return validationMetadatasToSchemas({
    refPointerPrefix: PLACE,
    classTransformerMetadataStorage: defaultMetadataStorage as never,
  }) as Record<string, Schema>;
}

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
  const { operations, schemas: typed } = described();
  const rules = rulesOf();
  const schemas: Record<string, Schema> = {
    ...Object.fromEntries(
      Object.entries(typed).map(([name, schema]) => [
        name,
        name in rules ? sent(schema, rules[name]) : schema,
      ]),
    ),
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
