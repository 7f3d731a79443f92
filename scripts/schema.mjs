#!/usr/bin/env node
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { buildChanged } from './lib/build.mjs';
import { describedApi } from './lib/describeApi.mjs';
import { checkNode, ensureNodePackages } from './lib/install.mjs';
import { ROOT } from './lib/paths.mjs';
import { run, say } from './lib/say.mjs';

/**
 * Writes the published schemas into `docs/formats`, as the core describes them, and what the API is given and answers into
 * `server/api.json`, as the types of its endpoints say.
 */
await run(async () => {
  checkNode();
  ensureNodePackages('developers');
  buildChanged();
  const core = await import('../core/dist/index.js');
  const prettier = await import('prettier');
  const style = await prettier.resolveConfig(join(ROOT, 'docs/formats/x.json'));
  const schemas = {
    'job-file.v6': core.jobFileSchema,
    'engine-file.v1': core.specFileSchema,
    'kit-file.v1': core.kitFileSchema,
    'outside-order.v1': core.orderSchema,
    'outside-answer.v1': core.answerSchema,
  };
  const write = async (file, value) => {
    // From one line: what fits stays on one.
    const text = await prettier.format(JSON.stringify(value), { ...style, parser: 'json' });
    writeFileSync(join(ROOT, file), text);
    say(file);
  };
  for (const [name, schema] of Object.entries(schemas))
    await write(`docs/formats/${name}.schema.json`, schema);
  await write('server/api.json', describedApi());
  return 0;
});
