import type { JobFile } from '../job/index.js';
import { featureInfo, isByBuild, sourceLine } from '../specs/index.js';
import { limitFigureText, nm, type LengthUnit } from '../units/index.js';
import { limitEndText, valueText } from './valueText.js';
import { cylinderOf, type Caveat, type Figure } from './figure.js';
import { capital, findingText, leafText, limitText, oddsText, oddsWords } from './words.js';

/** A verdict in words: what it is, then what stands behind it. */
export interface VerdictSentence {
  readonly headline: string;
  readonly details: readonly string[];
  /** Those of the details that stand beside the headline wherever it is shown. */
  readonly notes: readonly string[];
  /** What to do about it; null where it stands and nothing is to be done. */
  readonly todo: string | null;
}

const CAVEATS: Record<Caveat, string> = {
  'two-directions': 'Two directions only: an oval lying at 45° would not show.',
  unchecked: 'The limit is unchecked: one person typed it and no second compared it with the document.',
  overdue: 'A gauge used was past its calibration date; its error is counted double.',
  raised: 'Repeats scatter more than the gauge should; what was seen is used.',
  'kept-repeat': 'A reading taken back and typed again within the gauge’s scatter is kept as a repeat.',
  override: 'A lead has overridden the governing limit.',
  'out-of-reach':
    'Read with a calliper deeper than its jaws reach: what they show there is of another place.',
  imported: 'It rests on readings or findings that a file brought in: nobody of this shop took them.',
  leaves: 'By leaves: a bracket, not a size.',
  bridged: 'A leaf bridges the curve: the true clearance is up to 0.025 mm (0.001 in) more than it says.',
};

/** What a figure is called within a sentence. */
function nounOf(item: Figure): string {
  if (item.feature === 'finding') return 'wall';
  const { name, noun } = featureInfo(item.feature);
  return noun?.({ ...item, ticket: item.limit?.source.type === 'machinist' }) ?? name.toLowerCase();
}

/** What a verdict is about: `Left bore`. */
export const subject = (file: JobFile, item: Figure): string => {
  if (item.subject.of === 'part')
    return capital(
      item.feature === 'finding' ? item.subject.name : `${item.subject.name} ${item.title.toLowerCase()}`,
    );
  const at = cylinderOf(item);
  const cylinder = at === null ? '' : capital(file.engine.cylinders[at] ?? '');
  const name = nounOf(item);
  return file.engine.cylinders.length === 1 || at === null ? capital(name) : `${cylinder} ${name}`;
};

const bound = (item: Figure): string =>
  item.limit?.source.type === 'machinist'
    ? 'ticket'
    : item.side === 'max'
      ? item.limit?.state === 'new'
        ? 'maximum for new parts'
        : 'service limit'
      : 'minimum';

/** The margin to the limit with as many digits as it takes not to read as zero. */
function marginText(item: Figure, unit: LengthUnit): string {
  const margin = Math.abs(item.value! - item.limitAt!);
  return valueText(item, margin, unit, { extra: margin < item.step ? 1 : 0, limits: margin > 0 ? [0] : [] });
}

/** Where a figure lies against its limit: `0.085 mm inside its service limit`, `0.004 mm below its minimum`. */
function whereText(item: Figure, unit: LengthUnit): string {
  const off = item.value! - item.limitAt!;
  if (off === 0) return `exactly at its ${bound(item)}`;
  const side = item.side === 'max' ? (off < 0 ? 'inside' : 'past') : off > 0 ? 'above' : 'below';
  return `${marginText(item, unit)} ${side} its ${bound(item)}`;
}

/** Where a worn part without a limit of its own lies against the range for new ones. It decides nothing. */
function againstNew(item: Figure, unit: LengthUnit): string | null {
  const { low, high } = item.band;
  if (item.value === null || (low === null && high === null)) return null;
  const figure = (v: number) => valueText(item, Math.abs(v), unit, { limits: v === 0 ? [] : [0] });
  const range = limitText(low, high, unit, item.dimension);
  if (high !== null && item.value > high)
    return `New parts: ${range}; this is ${figure(item.value - high)} over.`;
  if (low !== null && item.value < low)
    return `New parts: ${range}; this is ${figure(item.value - low)} under.`;
  return `New parts: ${range}; this lies inside that.`;
}

/** What is said on every verdict it touches, a passed one too: it could turn the verdict. */
const ALWAYS: ReadonlySet<Caveat> = new Set(['override', 'unchecked', 'overdue', 'out-of-reach', 'imported']);

function notes(item: Figure, details: readonly string[]): string[] {
  const beside = item.caveats.filter(
    (c) => ALWAYS.has(c) || (c === 'two-directions' && item.state !== 'within'),
  );
  const why = item.state === 'noLimit' ? details.slice(0, -1) : [];
  return [...new Set([...why, ...beside.map((c) => CAVEATS[c])])];
}

/** What stands behind the sentence, without what to do. */
type Said = Omit<VerdictSentence, 'todo' | 'notes'>;

/**
 * What one verdict says, in words a customer could read.
 * @param unit the reader's unit
 */
export function verdictSentence(file: JobFile, item: Figure, unit: LengthUnit): VerdictSentence {
  const sentence = said(file, item, unit);
  return { ...sentence, notes: notes(item, sentence.details), todo: todo(item) };
}

/** What to do about a verdict. */
function todo(item: Figure): string | null {
  const advice = item.feature === 'finding' ? {} : (featureInfo(item.feature).advice ?? {});
  switch (item.because) {
    case 'unread':
      return advice.unread ?? (item.ownWay ? 'Read it where it is set.' : 'Read the rest of the plan.');
    case 'incomplete':
      return 'Read the rest of the plan.';
    case 'question':
      return 'Answer the question in the bar.';
    case 'conflict':
      return 'Read it again both ways.';
    case 'outlier':
      return 'Take that reading twice more: the median of three counts.';
    case 'zero-open':
      return 'Put the gauge back into its setting and read the dial.';
    case 'contradiction':
      return 'A lead takes the shop’s rule back or corrects it.';
    case 'finding':
      if (item.found) return item.found.todo;
      return 'Draw a fingernail across it, or measure how deep it is.';
    case 'unseen':
      return 'Read a third direction there.';
    case 'three-point':
      return 'Read it with a two-point gauge.';
    case 'wrong-axis':
      return 'Read the bore on the thrust axis.';
    case 'ask-limit':
      return item.feature !== 'finding' && isByBuild(item.feature)
        ? 'Say of what it is built: head, cams, piston, gasket.'
        : 'Say which engine this is, so that its limit is known.';
    case 'leaves':
      return (
        advice.leaves ??
        (item.ownWay ? 'Try the leaf between.' : 'Try the leaves between, or measure bore and piston.')
      );
    case 'warm':
      return 'Try it again once the wall is as cold as the bench, or write down how warm it is.';
    case 'needs-bore':
      return 'Read the bore where the ring is checked.';
    case 'gauge': {
      const surer = item.outlook.find((g) => g.state !== 'undecided');
      return surer
        ? `Take ${surer.instrument.name}: showing the same it would say ${surer.state}, ${oddsWords(surer.p)}.`
        : item.feature === 'clearance' && item.bracket === null
          ? 'Try the leaves beside the bare piston, or treat it as beyond.'
          : 'Read it again, or treat it as beyond.';
    }
    case null:
      break;
  }
  if (item.state === 'noLimit') return 'Add the limit from the manual or the piston maker’s sheet.';
  if (item.state !== 'beyond') return null;
  if (item.found) return item.found.todo;
  if (item.feature === 'finding')
    return item.finding?.what === 'crack'
      ? 'Another cylinder: see Decide.'
      : 'Replate or another cylinder: see Decide.';
  if (item.limit?.source.type === 'machinist') return 'Back to the machinist with these readings.';
  return advice[item.side] ?? 'Renew the part.';
}

function said(file: JobFile, item: Figure, unit: LengthUnit): Said {
  const who = subject(file, item);
  const details: string[] = [];
  if (item.found)
    return {
      headline:
        item.state === 'beyond'
          ? `${who}: ${item.found.text}. Not used again, whatever it measures.`
          : `${who}: ${item.found.text}. Not used again as it is.`,
      details: [],
    };
  if (item.finding) {
    const found = findingText(item.finding, unit);
    return item.state === 'beyond'
      ? { headline: `${who}: ${found}. It is not used again, whatever its sizes say.`, details: [] }
      : { headline: `${who}: ${found}. How deep it is, nobody knows yet.`, details: [] };
  }
  const figure = (v: number) => valueText(item, v, unit);
  if (item.bracket) return leafSentence(who, item, unit, details);
  if (item.value !== null && item.limitAt !== null) {
    details.push(
      `${figure(item.value)} against ${item.side === 'max' ? 'max' : 'min'} ${limitEndText(item.dimension, item.limitAt, item.side === 'max' ? 'high' : 'low', unit)}${item.p === null ? '' : `, P ${oddsText(item.p)}`}${item.gauges[0] ? `, by ${item.gauges[0]}` : ''}.`,
    );
  }
  if (item.interval)
    details.push(
      `95 % between ${figure(item.interval.low)} and ${figure(item.interval.high)}, from the whole map.`,
    );
  else if (item.provisional) details.push('Quick figure: the whole map is still being worked.');
  if (item.state === 'beyond' && item.tail !== null && item.tail !== item.p)
    details.push(`A part exactly at its limit would read as far out with P ${oddsText(item.tail)}.`);
  for (const c of item.caveats) details.push(CAVEATS[c]);
  if (item.limit)
    details.push(
      `${sourceLine(item.limit.source)}. ${item.governing.status === 'governed' ? item.governing.why : ''}`.trim(),
    );

  if (item.because === 'unread' && item.feature !== 'finding' && featureInfo(item.feature).tried) {
    const told = item.working.flatMap((w) =>
      w.kind === 'text' && (w.label === 'elsewhere' || w.label === 'filed since') ? [w] : [],
    );
    const filed = told.some((w) => w.label === 'filed since');
    return {
      headline: `${who} is not tried ${filed ? 'since it was filed' : told.length > 0 ? 'where it is checked' : 'yet'}.`,
      details: [
        ...told.map((w) => `${capital(w.text)}.`),
        ...(item.governing.status === 'none' ? [item.governing.why] : details),
      ],
    };
  }
  if (item.because === 'unread') {
    const { missing = 'is not read yet' } = item.feature === 'finding' ? {} : featureInfo(item.feature);
    return { headline: `${who} ${missing}.`, details: item.state === 'noLimit' ? ['No limit on file.'] : [] };
  }
  if (item.because === 'three-point') {
    return {
      headline: `${who}: a three-point gauge sees no ovality. Read it with a two-point gauge.`,
      details,
    };
  }
  if (item.because === 'ask-limit' && item.governing.status === 'ask')
    return { headline: `${who}: which limit applies?`, details: [item.governing.question] };
  if (item.because === 'contradiction' && item.governing.status === 'contradiction')
    return {
      headline: `${who}: the shop’s rule and the sheet contradict each other.`,
      details: [item.governing.why],
    };
  if (item.state === 'noLimit') {
    const why =
      item.governing.status === 'none' ? item.governing.why : 'The sheet gives no figure on this side.';
    const fresh = againstNew(item, unit);
    return {
      headline: `${who} is ${figure(item.value!)}; no limit on file.`,
      details: [
        why,
        ...(fresh ? [fresh] : []),
        'Add it from the manual or the piston maker’s sheet. Without it this is not a pass.',
      ],
    };
  }
  const where = whereText(item, unit);
  switch (item.because) {
    case 'incomplete': {
      const missing = item.working.find((w) => w.kind === 'text' && w.label === 'not proved');
      return {
        headline: `${who} is ${where} so far: ${item.progress.read} of ${item.progress.planned} read.${missing?.kind === 'text' ? ` Missing: ${missing.text}` : ''}`,
        details,
      };
    }
    case 'question':
      return { headline: `${who} waits for an answer about a reading.`, details };
    case 'outlier':
      return { headline: `${who} rests on a reading that does not belong to its map.`, details };
    case 'zero-open':
      return {
        headline: `${who} is ${where}, if the comparator’s zero held: it was not found again yet.`,
        details,
      };
    case 'conflict':
      return {
        headline: `${who}: two ways of measuring disagree. Read that station again with both.`,
        details,
      };
    case 'wrong-axis':
      return {
        headline: `${who}: the bore was read along the pin, the piston across it. Read the thrust axis.`,
        details,
      };
    case 'unseen':
      return { headline: `${who} is ${where}, but two directions cannot show it. Read a third.`, details };
    case 'gauge': {
      const gauge = item.gauges[0] ?? 'this gauge';
      return { headline: `${who} is ${where}; ${gauge} cannot tell ${marginText(item, unit)}.`, details };
    }
    default:
      return { headline: `${who} is ${where}.`, details };
  }
}

/** A bracket found with leaves, in words: never one number. */
function leafSentence(who: string, item: Figure, unit: LengthUnit, details: string[]): Said {
  const { low, high } = item.bracket!;
  const leaf = (v: number) => leafText(v, unit);
  const between =
    low !== null && high !== null
      ? `${leaf(low)} goes, ${leaf(high)} ${unit} does not go freely`
      : low !== null
        ? `at least ${leaf(low)} ${unit} goes`
        : `${leaf(high!)} ${unit} does not go freely`;
  for (const c of item.caveats) details.push(CAVEATS[c]);
  if (item.limit) details.push(`${sourceLine(item.limit.source)}.`);
  if (item.because === 'conflict')
    return {
      headline: `${who}: leaves and gauges disagree, or a leaf goes that should not. Square it and try again.`,
      details,
    };
  if (item.because === 'warm')
    return {
      headline: `${who}: tried soon after the wash, in a wall whose warmth nobody took. A warm wall reads wide.`,
      details,
    };
  if (item.because === 'needs-bore' && item.governing.status === 'none')
    return { headline: `${who}: ${between}; ${item.governing.why}`, details };
  if (item.limitAt === null) return { headline: `${who}: ${between}; no limit on file.`, details };
  const limit = `${item.side === 'max' ? 'maximum' : 'minimum'} ${limitFigureText(nm(item.limitAt), item.side === 'max' ? 'high' : 'low', unit)} ${unit}`;
  const says =
    item.state === 'within'
      ? `keeps its ${limit}`
      : item.state === 'beyond'
        ? `is past its ${limit}`
        : `is not proved against its ${limit}`;
  if (item.side === 'max' && item.state === 'undecided' && item.caveats.includes('bridged'))
    details.push('A leaf can show that a maximum is passed, never that it is kept: measure bore and piston.');
  return { headline: `${who} ${says}: ${between}.`, details };
}
