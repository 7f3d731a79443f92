import {
  checksOf,
  readingsOf,
  kitsOf,
  waysOf,
  crossCheckSentence,
  cylinderOf,
  figureTitle,
  kitSentence,
  printedWays,
  recommendationSentence,
  verdictSentence,
  type JobFile,
  type Judgement,
  type LengthUnit,
} from '@tribos/core';

/** Every verdict of a job as the API prints it: figures in nm, sentences in the reader's unit. */
export function verdictReport(file: JobFile, judged: Judgement, unit: LengthUnit) {
  return {
    overall: judged.overall,
    next: judged.next.sentence(unit),
    recommendation: recommendationSentence(file, waysOf(file, unit), judged.items, unit),
    recommended: waysOf(file, unit).recommended?.kit?.id ?? null,
    ways: printedWays(file, waysOf(file, unit), unit),
    verdicts: judged.items.map((i) => ({
      key: i.key,
      cylinder: file.engine.cylinders[cylinderOf(i) ?? -1] ?? null,
      subject: i.subject,
      dimension: i.dimension,
      title: figureTitle(i),
      state: i.state,
      because: i.because,
      value: i.value,
      u: i.u,
      p: i.p,
      tail: i.tail,
      interval: i.interval,
      bracket: i.bracket,
      limit: i.limitAt,
      source: i.limit?.source ?? null,
      outlook: i.outlook.map((g) => ({ gauge: g.instrument.name, u: g.u, p: g.p, state: g.state })),
      working: i.working,
      ...verdictSentence(file, i, unit),
    })),
    kits: kitsOf(file, unit).options.map((o) => ({
      id: o.kit.id,
      name: o.kit.name,
      feasible: o.feasible,
      says: o.says,
      p: o.p,
      sentence: kitSentence(file, o),
      oversizesLeft: o.oversizesLeft,
      cylinders: o.cylinders.map((c) => ({
        cylinder: file.engine.cylinders[c.cylinder],
        piston: c.piston,
        target: c.target,
        cleanup: c.cleanup,
        odds: c.odds,
        fit: c.fit,
      })),
    })),
    checks: checksOf(file, unit).map((c) => ({ ...c, sentence: crossCheckSentence(c, unit) })),
    questions: readingsOf(file, unit).questions,
  };
}

/** What the API prints of a job’s verdicts. */
export type VerdictReport = ReturnType<typeof verdictReport>;
