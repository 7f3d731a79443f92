#!/usr/bin/env node
import { readFileSync } from 'node:fs';
import {
  assemblyRun,
  cylinderOf,
  DIMENSIONS,
  figureTitle,
  judgeJob,
  judged,
  notYetStarted,
  propagate,
  readJobFile,
  printedWays,
  recommendationSentence,
  verdictSentence,
  type VerdictSentence,
  waysOf,
  type Overall,
  type SpreadOf,
} from '../index.js';

const USAGE = `usage: tribos check JOB.json

Prints every verdict of an exported job as JSON.
Exit: 0 all within · 3 something beyond · 4 undecided, unread or without a limit · 2 bad input`;

const EXIT: Record<Overall, number> = {
  within: 0,
  beyond: 3,
  undecided: 4,
  noLimit: 4,
  unread: 4,
};

function fail(sentence: string, details: unknown = undefined): never {
  process.stderr.write(
    `${sentence}\n${details === undefined ? '' : `${JSON.stringify(details, null, 2)}\n`}`,
  );
  process.exit(2);
}

const sentenceOf = ({ headline, notes, todo }: VerdictSentence) => ({ sentence: headline, notes, todo });

function check(path: string): void {
  let json: unknown;
  try {
    json = JSON.parse(readFileSync(path, 'utf8'));
  } catch (error) {
    fail(`${path} could not be read: ${(error as Error).message}`);
  }
  const read = readJobFile(json);
  if (!read.ok) fail(`${path} is not a job file.`, read.misfits);
  const { file } = read;
  const spreadOf: SpreadOf = (map) => propagate(map);
  const of = judgeJob(file, 'mm', spreadOf);
  const verdicts = of.items.map((i) => ({
    key: i.key,
    cylinder: file.engine.cylinders[cylinderOf(i) ?? -1] ?? null,
    title: figureTitle(i),
    state: i.state,
    because: i.because,
    value: i.value,
    unit: DIMENSIONS[i.dimension].base,
    limit: i.limitAt,
    u: i.u,
    p: i.p,
    tail: i.tail,
    interval: i.interval,
    bracket: i.bracket,
    ...sentenceOf(verdictSentence(file, i, 'mm')),
  }));
  const ways = waysOf(judged(file, spreadOf), 'mm');
  const recommended = ways.recommended?.kit?.id ?? null;
  const report = {
    overall: of.overall,
    verdicts,
    // What the top end still wants, once somebody puts it together.
    firstStart: assemblyRun(file).begun ? notYetStarted(file, of.items) : null,
    recommended,
    ways: printedWays(file, ways, 'mm'),
    recommendation: recommendationSentence(file, ways, of.items),
  };
  process.stdout.write(`${JSON.stringify(report, null, 2)}\n`);
  process.exitCode = of.overall === null ? 4 : EXIT[of.overall];
}

const [command, path, ...rest] = process.argv.slice(2);
if (command === 'check' && path && rest.length === 0) check(path);
else if (command === undefined || command === '--help') process.stdout.write(`${USAGE}\n`);
else fail(USAGE);
