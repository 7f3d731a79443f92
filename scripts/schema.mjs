#!/usr/bin/env node
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { buildChanged } from './lib/build.mjs';
import { describedApi } from './lib/describeApi.mjs';
import { checkNode, ensureNodePackages } from './lib/install.mjs';
import { ROOT } from './lib/paths.mjs';
import { madeOfRooms } from './lib/rooms.mjs';
import { run, say } from './lib/say.mjs';

/**
 * Writes what is made of the list of rooms (the core's doors, its catalogue, the list in the docs), the published schemas into `docs/formats`, as the core describes them, and what the API is given and answers into
 * `server/api.json`, as the types of its endpoints say.
 */
await run(async () => {
  checkNode();
  ensureNodePackages('developers');
  const prettier = await import('prettier');
  const style = await prettier.resolveConfig(join(ROOT, 'docs/formats/x.json'));
  const put = async (file, text, parser) => {
    writeFileSync(join(ROOT, file), await prettier.format(text, { ...style, parser }));
    say(file);
  };
  for (const [file, text] of Object.entries(madeOfRooms()))
    await put(file, text, file.endsWith('.md') ? 'markdown' : 'typescript');
  buildChanged();
  const core = await import('../core/dist/index.js');
  const schemas = {
    'job-file.v6': core.jobFileSchema,
    'engine-file.v1': core.specFileSchema,
    'kit-file.v1': core.kitFileSchema,
    'outside-order.v1': core.orderSchema,
    'outside-answer.v1': core.answerSchema,
  };
  // From one line: what fits stays on one.
  const write = (file, value) => put(file, JSON.stringify(value), 'json');
  for (const [name, schema] of Object.entries(schemas))
    await write(`docs/formats/${name}.schema.json`, schema);
  await write('server/api.json', describedApi());
  return 0;
});
