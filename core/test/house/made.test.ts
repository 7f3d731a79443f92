import { readFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import prettier from 'prettier';
import { madeOfRooms } from '../../../scripts/lib/rooms.mjs';

const ROOT = join(dirname(fileURLToPath(import.meta.url)), '../../..');

describe('what is made of the list of rooms', () => {
  it.each(Object.keys(madeOfRooms()))('%s is as `npm run schema` makes it', async (file) => {
    const style = await prettier.resolveConfig(join(ROOT, 'docs/formats/x.json'));
    const parser = file.endsWith('.md') ? 'markdown' : 'typescript';
    const made = await prettier.format((madeOfRooms() as Record<string, string>)[file]!, {
      ...style,
      parser,
    });
    expect(readFileSync(join(ROOT, file), 'utf8')).toBe(made);
  });
});
