import { unreadLine, type PartLine } from '../specs/index.js';
import type { SpecialTool } from './stripList.js';

interface Tools {
  readonly tools: readonly SpecialTool[];
}

const BEGINS = /^(?:special\s+)?tools?\s*:\s*(.*)$/iu;

/** Tools an engine needs as one line, each with what it is for in brackets: `tools: puller M27 x 1 (flywheel), case splitter`. */
export const toolLine: PartLine<Tools> = {
  like: 'tools: puller M27 x 1 (flywheel), case splitter',
  adds: true,
  read(line) {
    const found = BEGINS.exec(line);
    if (!found) return null;
    const tools = found[1]!
      .split(/[,;]\s*(?![^(]*\))/u)
      .map((t) => /^([^()]*)(?:\(([^()]*)\))?\s*$/u.exec(t.trim()))
      .map((t) => (t ? { name: t[1]!.trim(), use: (t[2] ?? '').trim() } : null));
    if (tools.some((t) => t === null || t.name === '' || t.name.length > 80 || t.use.length > 200))
      return unreadLine(`Which tools, and what for? Like ${toolLine.like}.`);
    const read = tools as readonly { readonly name: string; readonly use: string }[];
    return {
      ok: true,
      says: `tools: ${read.map((t) => (t.use === '' ? t.name : `${t.name} (${t.use})`)).join(', ')}`,
      notes: [],
      questions: [],
      into: (before, source) => ({
        tools: [
          ...(before?.tools ?? []).filter((t) => !read.some((r) => r.name === t.name)),
          ...read.map((t) => ({ ...t, source })),
        ],
      }),
    };
  },
};
