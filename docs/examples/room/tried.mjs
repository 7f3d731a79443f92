import { readFileSync } from 'node:fs';
import {
  inHouse,
  jobFileSchema,
  judgeJob,
  KINDS,
  readBy,
  readSheetLine,
  reportOf,
  timelineOf,
  verdictSentence,
} from './made/one.mjs';

/** A job of the house with the idler gear in it: tried by leaves, shimmed, told. */
const job = JSON.parse(readFileSync(new URL('job.json', import.meta.url), 'utf8'));
const [leaves] = job.instruments.filter((i) => i.type === 'leaf');
const sheet = readSheetLine('idler gear float .05-.10 (.30)', {
  unit: 'mm',
  bore: job.engine.bore,
  others: [],
});

let at = 0;
const written = (file, body) => {
  at += 1;
  const sent = { id: `idler-${at}`, at: `2026-03-01T12:00:0${at}.000Z`, ...body };
  const read = readBy(KINDS, sent, {
    ...{ by: 'Tomasz', importedBy: null, received: null, engine: file.engine, instruments: file.instruments },
    ...{ known: () => undefined, found: () => new Set() },
  });
  if (!read.ok) throw new Error(read.sentence);
  return { ...file, log: [...file.log, read.entry] };
};
const leaf = (thick, answer) => ({
  kind: 'leaf',
  station: { part: 'idler.float', thing: 'idler', spot: '' },
  instrumentId: leaves.id,
  stack: [thick],
  answer,
});
const own = (file) => judgeJob(file).items.filter((i) => i.feature === 'idler.float');

const tried = written(written(job, leaf(100_000, 'goes')), leaf(150_000, 'does-not'));
const wide = written(job, leaf(400_000, 'goes'));
const over = own(wide).find((i) => i.state === 'beyond');
const shimmed = written(tried, { kind: 'idler-shimmed', thick: 1_500_000 });

process.stdout.write(
  JSON.stringify({
    understood: sheet.limits.map((l) => l.feature).filter((f, i, all) => all.indexOf(f) === i),
    states: own(tried).map((i) => i.state),
    over: verdictSentence(inHouse(wide), over, 'mm').todo,
    reopened: own(shimmed).map((i) => i.because),
    report: JSON.stringify(reportOf(shimmed)).includes('Washer of 1.500 mm.'),
    told: timelineOf(shimmed).find((t) => t.sentence.includes('washer')).sentence,
    published: JSON.stringify(jobFileSchema).includes('idler-shimmed'),
  }),
);
