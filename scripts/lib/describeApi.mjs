import { readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { join, relative } from 'node:path';
import ts from 'typescript';
import { ROOT } from './paths.mjs';

const TJS = createRequire(import.meta.url)('typescript-json-schema');
const SERVER = join(ROOT, 'server');
const CONTRACT = join(ROOT, 'contract/src');
/** Where the types of all answers stand while they are described. */
const ANSWERS = join(SERVER, 'src/app/answers.generated.ts');
const VERBS = new Set(['Get', 'Post', 'Put', 'Patch', 'Delete', 'Sse']);

const decoratorsOf = (node) =>
  (ts.canHaveDecorators(node) ? (ts.getDecorators(node) ?? []) : []).flatMap(({ expression: e }) =>
    ts.isCallExpression(e) ? [{ name: e.expression.getText(), of: e.arguments[0] }] : [],
  );
const pathsOf = (of) =>
  !of ? [''] : ts.isArrayLiteralExpression(of) ? of.elements.map((e) => e.text) : [of.text ?? ''];
const sentenceOf = (node) =>
  ts
    .getJSDocCommentsAndTags(node)
    .map((d) => ts.getTextOfJSDocComment(d.comment) ?? '')
    .join(' ')
    .replaceAll(/\s+/gu, ' ')
    .trim();

/** What a parameter of an endpoint is: a body of a class or of several, a query of a class, or one word of it. */
function parameterOf(node) {
  const said = decoratorsOf(node).find((d) => d.name === 'Body' || d.name === 'Query');
  if (!said) return {};
  const type = node.type?.getText() ?? '';
  if (said.name === 'Body') return { body: type };
  if (said.of) return { word: { name: said.of.text, isOptional: node.questionToken !== undefined } };
  return { query: type };
}

function endpointsOf(file) {
  const source = ts.createSourceFile(file, readFileSync(file, 'utf8'), ts.ScriptTarget.ES2022, true);
  const found = [];
  const visit = (node) => {
    const controller = ts.isClassDeclaration(node) && decoratorsOf(node).find((d) => d.name === 'Controller');
    if (!controller) return ts.forEachChild(node, visit);
    for (const method of node.members.filter(ts.isMethodDeclaration))
      for (const { name, of } of decoratorsOf(method).filter((d) => VERBS.has(d.name)))
        for (const path of pathsOf(of)) {
          const [base] = pathsOf(controller.of);
          const whole = ['/api', base, path]
            .filter(Boolean)
            .join('/')
            .replaceAll(/:(\w+)/gu, '{$1}');
          const given = method.parameters.map(parameterOf);
          found.push({
            key: `${name === 'Sse' ? 'GET' : name.toUpperCase()} ${whole}`,
            of: node.name.text,
            method: method.name.getText(),
            file,
            sentence: sentenceOf(method),
            body: given.find((g) => g.body)?.body ?? null,
            query: given.find((g) => g.query)?.query ?? null,
            words: given.flatMap((g) => (g.word ? [g.word] : [])),
          });
        }
  };
  visit(source);
  return found;
}

/**
 * What the contract says of its requests in words: of each, and field by field. Their shapes are the descriptions they are
 * made of; only words stand in the source alone. And which of them other types take their fields from.
 */
function saidInContract() {
  const requests = {};
  const from = {};
  const views = new Set();
  const files = readdirSync(CONTRACT, { recursive: true }).filter((f) => f.endsWith('.ts'));
  const read = (file) => ts.createSourceFile(file, readFileSync(file, 'utf8'), ts.ScriptTarget.ES2022, true);
  for (const node of files.flatMap((f) => read(join(CONTRACT, f)).statements)) {
    if (!ts.isClassDeclaration(node) && !ts.isInterfaceDeclaration(node)) continue;
    const name = node.name.text;
    const bases = (node.heritageClauses ?? []).flatMap((c) => c.types.map((of) => of.expression));
    if (ts.isInterfaceDeclaration(node)) {
      views.add(name);
      if (bases.length > 0) from[name] = bases.map((b) => b.getText());
      continue;
    }
    const words = {};
    const visit = (inner) => {
      const isField = ts.isPropertyAssignment(inner) || ts.isShorthandPropertyAssignment(inner);
      if (isField && sentenceOf(inner)) words[inner.name.getText()] = sentenceOf(inner);
      // Made of another: what is said there holds here.
      if (ts.isPropertyAccessExpression(inner) && inner.name.text === 'shape')
        Object.assign(words, requests[inner.expression.getText()]?.words);
      ts.forEachChild(inner, visit);
    };
    bases.forEach(visit);
    requests[name] = { sentence: sentenceOf(node), words };
  }
  return { requests, from, views };
}

/** Definitions bear the name of their type, wherever it stands. */
const nameOf = (ref) =>
  decodeURIComponent(ref)
    .replace(/^.*\)\./u, '')
    .replaceAll(/[^\w.]+/gu, '_');

/** The same as JSON Schema 2020-12 says it: names without where they stand, tuples by their own word. */
const renamed = (value) =>
  Array.isArray(value?.items)
    ? renamed({ ...value, prefixItems: value.items, items: false, additionalItems: undefined })
    : Array.isArray(value)
      ? value.map(renamed)
      : typeof value === 'object' && value !== null
        ? Object.fromEntries(
            Object.entries(value)
              // A symbol is nobody's field, and called otherwise each time.
              .filter(([k, v]) => v !== undefined && !k.startsWith('__@'))
              .map(([k, v]) => [
                k,
                k === '$ref'
                  ? `#/components/schemas/${nameOf(v.replace(/#\/definitions\/(Given_)?/u, ''))}`
                  : renamed(v),
              ]),
          )
        : value;

const LENGTH = { type: 'integer', description: 'A length in nanometres.' };
/** What the core describes better than its types do, and what no type says. */
const KNOWN = { Nanometres: LENGTH, Shape_unknown_: { type: 'object', description: 'A JSON Schema.' } };

/** Of an answer that takes fields from a request, what no type says of them: their description does. */
const withoutShapes = (schema) => ({
  ...schema,
  properties: Object.fromEntries(
    Object.entries(schema.properties ?? {}).map(([key, of]) => [
      key,
      JSON.stringify(of).includes('/Shape_') ? {} : of,
    ]),
  ),
});

/** What the core publishes a schema of: described by that, not by its type. */
const PUBLISHED = new Set(['JobFile', 'SentEntry']);

/** Names of all schemas that something refers to, from what is given and answered on. */
function reached(operations, given, schemas) {
  const found = new Set();
  const follow = (value) => {
    for (const [, name] of JSON.stringify(value).matchAll(/"#\/components\/schemas\/([^"]+)"/gu))
      if (schemas.has(name) && !found.has(name)) follow(schemas.get(found.add(name) && name));
  };
  for (const name of given) follow({ $ref: `#/components/schemas/${name}` });
  follow(operations);
  return [...found].sort();
}

/**
 * Every endpoint of the server with its sentence, what it is given and the shape of its answer, as its own types say.
 * @returns {{operations: Record<string, object>, schemas: Record<string, object>, requests: object, from: object}}
 */
export function describedApi() {
  const files = readdirSync(join(SERVER, 'src'), { recursive: true })
    .filter((f) => f.endsWith('.ts'))
    .map((f) => join(SERVER, 'src', f))
    .filter((f) => readFileSync(f, 'utf8').includes('@Controller('));
  const endpoints = files.flatMap(endpointsOf);
  const { requests, from: takes, views } = saidInContract();
  const alias = (e) => `Answer_${e.of}_${e.method}`;
  const from = new Map(endpoints.map((e) => [e.of, `../${relative(join(SERVER, 'src'), e.file)}`]));
  const kinds = [...new Map(endpoints.map((e) => [alias(e), e])).values()];
  const given = [...new Set(['Problem', ...views])];
  writeFileSync(
    ANSWERS,
    [...from].map(([of, at]) => `import type { ${of} } from '${at.replace(/\.ts$/u, '.js')}';\n`).join('') +
      kinds.map((e) => `export type ${alias(e)} = Awaited<ReturnType<${e.of}['${e.method}']>>;\n`).join('') +
      given.map((name) => `export type Given_${name} = import('@tribos/contract').${name};\n`).join(''),
  );
  try {
    const { options } = ts.getParsedCommandLineOfConfigFile(join(SERVER, 'tsconfig.json'), {}, ts.sys);
    const program = ts.createProgram([ANSWERS], {
      ...options,
      noEmit: true,
      composite: false,
      incremental: false,
    });
    const quiet = { warn: console.warn };
    console.warn = () => undefined;
    const generator = TJS.buildGenerator(program, { required: true, ignoreErrors: true });
    const checker = program.getTypeChecker();
    const source = program.getSourceFile(ANSWERS);
    const named = new Map();
    const names = source.statements.filter(ts.isTypeAliasDeclaration).flatMap((node) => {
      const type = checker.getTypeAtLocation(node.name);
      const isFile = ['StreamableFile', 'Observable'].includes(type.symbol?.name);
      // What has a name is described once, under it.
      if (views.has(type.symbol?.name) && node.name.text.startsWith('Answer_'))
        named.set(node.name.text, { $ref: `#/definitions/Given_${type.symbol.name}` });
      const isNothing = (type.flags & (ts.TypeFlags.Void | ts.TypeFlags.Undefined)) !== 0;
      return isFile || isNothing ? [] : [node.name.text];
    });
    const { definitions } = generator.getSchemaForSymbols(names);
    console.warn = quiet.warn;
    const operations = endpoints
      .map((e) => {
        const answer = named.get(alias(e)) ?? definitions[alias(e)];
        const { key, sentence, body, query, words } = e;
        return [key, { sentence, body, query, words, answer: answer ? renamed(answer) : null }];
      })
      .sort(([a], [b]) => (a < b ? -1 : 1));
    const asked = new Set(endpoints.flatMap((e) => [e.body?.replace('[]', ''), e.query].filter(Boolean)));
    const schemas = new Map(
      Object.entries(definitions)
        .filter(([name]) => !name.startsWith('Answer_'))
        .map(([name, schema]) => [nameOf(name).replace(/^Given_/u, ''), renamed(schema)])
        .map(([name, schema]) => [name, KNOWN[name] ?? schema])
        .map(([name, schema]) => [name, takes[name] ? withoutShapes(schema) : schema])
        .filter(([name]) => !PUBLISHED.has(name))

        .sort(([a], [b]) => (a < b ? -1 : 1)),
    );
    return {
      operations: Object.fromEntries(operations),
      schemas: Object.fromEntries(reached(operations, ['Problem'], schemas).map((n) => [n, schemas.get(n)])),
      requests: Object.fromEntries(Object.entries(requests).filter(([name]) => asked.has(name))),
      from: takes,
    };
  } finally {
    rmSync(ANSWERS, { force: true });
  }
}
