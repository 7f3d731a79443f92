import type { JobFile } from '../job/index.js';
import { sourceLine, whoOf } from '../specs/index.js';
import { capital, printedDay, type Block, type Section } from '../verdicts/index.js';
import { torqueLog, torqueRun } from './run.js';
import { laterText, ODD_BOLT, stepsText, stepText } from './stepText.js';
import { TORQUED } from './torqueEntries.js';
import { CONDITIONS, groupsOf } from './torqueSheet.js';

/** What was tightened in groups the sheet has no more: it stays in the record. */
function ofNoGroup(file: JobFile): Block[] {
  const known = new Set(groupsOf(file.engine).map((g) => g.group.key));
  const last = new Map<string, { to: string; holes: Set<number>; by: string }>();
  for (const e of TORQUED.in(torqueLog(file))) {
    if (known.has(e.group)) continue;
    const to = stepText(e.to, null);
    const before = last.get(e.group);
    last.set(e.group, {
      to,
      holes: new Set([...(before?.to === to ? before.holes : []), ...e.holes]),
      by: `${whoOf(e)}, ${printedDay(e.at)}`,
    });
  }
  return [...last].map(([key, { to, holes, by }]) => ({
    kind: 'text',
    text: `${holes.size} bolts of a group that is no longer on the sheet (${key}), ${to}: ${by}.`,
  }));
}

/** The torque record of the report: bolt by bolt what it was brought to, by whom, and what was not. */
export function torqueRecord(file: JobFile): Section[] {
  const { groups, begun } = torqueRun(file);
  if (!begun) return [];
  const blocks = groups.flatMap((g): Block[] => {
    const { group, wrench } = g;
    const text = [
      `${capital(group.name)}: ${g.order.length} bolts, ${stepsText(g)}, threads ${CONDITIONS[group.condition]} (${sourceLine(group.source)}).`,
      wrench
        ? `By ${wrench.name}${wrench.due === null ? ', its calibration not on file' : `, calibrated until ${printedDay(wrench.due)}`}${wrench.adapter ? `, set to ${stepText(group.steps.at(-1)!, wrench)} through an adapter` : ''}.`
        : '',
      g.done ? '' : 'Not tightened to the end.',
      g.checked ? 'The same click once more: nothing moved.' : '',
      laterText(g) ?? '',
    ]
      .filter(Boolean)
      .join(' ');
    const rows = g.order.map((h) => {
      const by = g.passes.at(-1)!.done.get(h);
      const odd = g.odd.get(h);
      const then = g.then.get(h);
      const did = odd ?? by ?? then;
      return [
        String(h),
        odd
          ? `${ODD_BOLT[odd.why as keyof typeof ODD_BOLT]}: ${odd.text}`
          : by
            ? stepText(group.steps.at(-1)!, null, group.unit)
            : then
              ? `open; ${stepText(then.to, null, group.unit)} by what the sheet said then`
              : 'open',
        did ? `${whoOf(did)}, ${printedDay(did.at)}` : '',
      ];
    });
    return [
      { kind: 'text', text },
      { kind: 'table', heads: ['bolt', 'tightened to', 'by'], rows },
    ];
  });
  return [{ key: 'torque', title: 'Torque record', blocks: [...blocks, ...ofNoGroup(file)] }];
}
