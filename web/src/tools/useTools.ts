import { useQuery, useQueryClient } from '@tanstack/react-query';
import type { ToolView } from '@tribos/contract';
import type { EngineSpec } from '@tribos/core/ground';
import { listsOf, SPECIAL_TOOLS, type PlannedStep } from '@tribos/core/strip';
import { api } from '../kit/api.js';
import { keys } from '../kit/queries.js';

/** A tool something needs; `have` null where nobody has said. */
export interface ToolNeeded {
  readonly name: string;
  readonly use: string;
  readonly have: boolean | null;
}

const plain = (name: string): string => name.trim().toLowerCase();

/** Tools this engine needs, those the shop lacks first, and whether it has them. */
export function useTools(engine: EngineSpec, steps: readonly PlannedStep[], begun: boolean) {
  const client = useQueryClient();
  const { data = [] } = useQuery({ queryKey: keys.tools, queryFn: () => api.get<ToolView[]>('/tools') });
  const owned = new Map(data.map((t) => [plain(t.name), t.have]));
  const needed = new Map<string, ToolNeeded>();
  const need = (name: string, use: string): void => {
    if (!needed.has(plain(name)))
      needed.set(plain(name), { name, use, have: owned.get(plain(name)) ?? null });
  };
  // A tool that steps of another scope alone want is not asked for now.
  const here = new Set(steps.flatMap((s) => s.step.tools.map(plain)));
  const { sheet, general } = listsOf(engine);
  const elsewhere = new Set((sheet ?? general).flatMap((s) => s.steps.flatMap((x) => x.tools.map(plain))));
  for (const t of SPECIAL_TOOLS.of(engine)?.tools ?? [])
    if (!begun || here.has(plain(t.name)) || !elsewhere.has(plain(t.name))) need(t.name, t.use);
  for (const s of steps) if (s.state === 'open') for (const t of s.step.tools) need(t, s.step.what);
  const rank = (t: ToolNeeded) => (t.have === false ? 0 : t.have === null ? 1 : 2);
  const say = async (name: string, have: boolean): Promise<void> => {
    await api.put('/tools', { name, have });
    await client.invalidateQueries({ queryKey: keys.tools });
  };
  return { tools: [...needed.values()].sort((a, b) => rank(a) - rank(b)), say };
}
