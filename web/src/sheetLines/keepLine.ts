import { engineTold, type SheetLimit } from '@tribos/core/ground';
import type { EditEngine, EngineView, KitBody, LimitBody } from '@tribos/contract';
import { api } from '../kit/api.js';
import type { Line } from './linesOf.js';
import { sourceOf, type PageSource } from './pageSource.js';

/**
 * Keeps what a settled line says on an engine's sheet.
 * @param idOf an id for each thing it says, the same whenever it is asked: sending a line twice keeps it once
 */
export async function keepLine(
  engineId: string,
  { line, text }: Line,
  source: PageSource,
  idOf: (of: string) => string,
): Promise<void> {
  const at = `/engines/${engineId}`;
  if (line.of === 'part') {
    if (!line.read.ok) return;
    const { name } = line.part;
    // Into the part as it stands now, not as it stood when the page was opened.
    const now = await api.get<EngineView>(at);
    await api.put<EngineView>(`${at}/parts/${name}`, {
      version: now.partVersions[name] ?? 0,
      body: line.read.into(now.spec.parts?.[name] ?? null, sourceOf(source)),
    });
    await keepLimits(at, text, line.read.limits ?? [], source, idOf);
  } else if (line.of === 'engine') {
    if (!line.read.ok) return;
    const { spec, version } = await api.get<EngineView>(at);
    const { limits: _l, kits: _k, parts: _p, ...facts } = engineTold(spec, line.read);
    await api.put<EngineView>(at, { ...facts, version } satisfies EditEngine);
  } else if (line.of === 'kit') {
    if (!line.read.ok) return;
    await api.post<EngineView>(`${at}/kits`, {
      ...line.read.kit,
      id: idOf(`${text}:kit`),
      confirmed: true,
    } satisfies KitBody);
  } else if (line.read.ok) await keepLimits(at, text, line.read.limits, source, idOf);
}

async function keepLimits(
  at: string,
  text: string,
  limits: readonly SheetLimit[],
  source: PageSource,
  idOf: (of: string) => string,
): Promise<void> {
  const { type: sourceType, party, document, page, revision } = sourceOf(source);
  for (const limit of limits)
    await api.post<EngineView>(`${at}/limits`, {
      ...limit,
      id: idOf(`${text}:${limit.feature}:${limit.state}`),
      ...{ sourceType, party, document, page, revision, confirmed: true },
    } satisfies LimitBody);
}
