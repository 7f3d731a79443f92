import { resolve } from 'node:path';
import { createApp } from './app/create.js';

const url = process.env['DATABASE_URL'];
if (!url) {
  console.error('DATABASE_URL is not set. Start with npm start, which sets it.');
  process.exit(2);
}
const app = await createApp(url, process.env['WEB_ROOT'] ? resolve(process.env['WEB_ROOT']) : null);
await app.listen(Number(process.env['PORT'] ?? 4177), process.env['HOST'] ?? '127.0.0.1');
process.send?.('ready');
// Started by another process: when that one is gone, nobody would stop this one.
process.on('disconnect', () => process.exit(0));
