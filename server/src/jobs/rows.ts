import type { Decision, JobFacts } from '@tribos/core';
import type { DecisionModel, JobModel } from './models.js';

export const decisionOf = (row: DecisionModel): Decision => ({
  id: row.id,
  at: row.at.toISOString(),
  by: row.by,
  importedBy: row.importedBy,
  route: row.route as Decision['route'],
  kitId: row.kitId,
  reason: row.reason,
});

export function factsOf(row: JobModel, customer: string): JobFacts {
  return {
    id: row.id,
    number: row.number,
    customer,
    machine: row.machine,
    engineNumber: row.engineNumber,
    use: row.use,
    complaint: row.complaint,
    bench: row.bench,
    promised: row.promised,
    plan: row.plan as JobFacts['plan'],
    seized: row.seized,
    thermal: row.thermal as JobFacts['thermal'],
    fitted: { piston: row.fittedPiston, ring: row.fittedRing },
    overrides: row.overrides as JobFacts['overrides'] & object,
    variant: row.variant as JobFacts['variant'],
  };
}
