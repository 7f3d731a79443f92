import { wrap, type Remote } from 'comlink';
import type { CodeWorker } from './code.worker.js';

let worker: Remote<CodeWorker> | null = null;

/**
 * A code to scan, as SVG. Trying its eight masks holds a thread longer than a screen may be held: it is not this one.
 * @param margin in modules
 */
export function codeSvg(text: string, margin: number): Promise<string> {
  worker ??= wrap<CodeWorker>(new Worker(new URL('./code.worker.ts', import.meta.url), { type: 'module' }));
  return worker.svg(text, margin);
}
