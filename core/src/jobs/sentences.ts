import type { LeafBracket } from '../gauges/index.js';
import { featureInfo, sourceLine } from '../specs/index.js';
import {
  FINDINGS,
  halfTurn,
  PISTON_PLACES,
  REOPENED,
  thrustAngle,
  WORK,
  type FindingEntry,
  type Station,
} from '../readings/index.js';
import { CONSTRUCTION } from '../routes/index.js';
import {
  limitFigureText,
  nm,
  toDecimal,
  withUnit,
  type LengthUnit,
  type Nanometres,
} from '../units/index.js';
import { standingDecision, type JobFile } from './jobFile.js';
import { crossCheckSentence } from './crossChecks.js';
import type { KitComparison, KitOption } from './kitOptions.js';
import type { NextAction } from './nextAction.js';
import type { NextRead } from './nextReads.js';
import type { Caveat, VerdictItem } from './verdictItem.js';

/** A verdict in words: what it is, then what stands behind it. */
export interface VerdictSentence {
  readonly headline: string;
  readonly details: readonly string[];
}

const CAVEATS: Record<Caveat, string> = {
  'two-directions': 'Two directions only: an oval lying at 45° would not show.',
  unchecked: 'The limit is unchecked: one person typed it and no second compared it with the document.',
  overdue: 'A gauge used was past its calibration date; its error is counted double.',
  raised: 'Repeats scatter more than the gauge should; what was seen is used.',
  'kept-repeat': 'A reading taken back and typed again within the gauge’s scatter is kept as a repeat.',
  override: 'A lead has overridden the governing limit.',
  'listed-piston': 'The piston is the listed size, not measured.',
  reopened: 'Work done since has put earlier readings aside.',
  leaves: 'By leaves: a bracket, not a size. The true clearance is up to 0.025 mm more than the leaf says.',
};

const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);

/**
 * Probability as printed: never 1, never 0, since neither can be measured, and never rounded across a
 * threshold a verdict turns on.
 */
export function oddsText(p: number): string {
  if (p > 0.9999) return '> 0.9999';
  if (p < 0.0001) return '< 0.0001';
  const thresholds = [0.05, 0.5, 0.8, 0.95, 0.999];
  for (let digits = p > 0.999 || p < 0.001 ? 4 : 3; digits < 8; digits += 1) {
    const text = p.toFixed(digits);
    if (thresholds.every((t) => Math.sign(Number(text) - t) === Math.sign(p - t))) return text;
  }
  return p.toFixed(8);
}

/** `left · 38 mm · thrust`: how a station is named everywhere. */
export function stationName(file: Pick<JobFile, 'engine'>, s: Station, unit: LengthUnit = 'mm'): string {
  const cylinder = file.engine.cylinders[s.cylinder] ?? `cylinder ${s.cylinder + 1}`;
  const depth = (d: number) => (unit === 'mm' ? `${d / 1e6} mm` : `${(d / 25.4e6).toFixed(2)} in`);
  const kit = 'kit' in s ? file.engine.kits.find((k) => k.id === s.kit) : undefined;
  const piston = kit ? `${kit.name} piston` : 'piston';
  switch (s.part) {
    case 'bore':
      return `${cylinder} · ${depth(s.depth)} · ${directionName(file, s.angle)}`;
    case 'land':
      return `${cylinder} · unworn land`;
    case 'piston':
      return `${cylinder} · ${piston} · ${PISTON_PLACES[s.place]}`;
    case 'pin':
      return `${cylinder} · pin · ${s.place}`;
    case 'pin-bore':
      return `${cylinder} · pin hole in piston`;
    case 'small-end':
      return `${cylinder} · small end`;
    case 'clearance':
      return `${cylinder} · leaf beside the ${piston}`;
    case 'ring-gap':
      return `${cylinder} · ${s.ring} ring gap · ${depth(s.depth)}`;
  }
}

/** A direction by what it means to the piston: thrust, pin, or degrees from thrust. */
export function directionName(file: Pick<JobFile, 'engine'>, angle: number): string {
  const from = halfTurn(angle - thrustAngle(file.engine));
  return from === 0 ? 'thrust' : from === 90 ? 'pin' : `${from}°`;
}

const subject = (file: JobFile, item: VerdictItem): string => {
  const cylinder = capital(file.engine.cylinders[item.cylinder] ?? '');
  const names: Partial<Record<VerdictItem['feature'], string>> = {
    bore:
      item.limit?.source.type === 'machinist'
        ? `finished bore, ${item.side === 'max' ? 'largest' : 'smallest'}`
        : 'bore',
    'bore.out-of-round': 'out-of-round',
    'bore.taper': 'taper',
  };
  const name =
    item.feature === 'clearance'
      ? `${item.side === 'min' ? 'tightest' : 'loosest'} clearance`
      : (names[item.feature] ?? featureInfo(item.feature).name.toLowerCase());
  return file.engine.cylinders.length === 1 ? capital(name) : `${cylinder} ${name}`;
};

const bound = (item: VerdictItem): string =>
  item.limit?.source.type === 'machinist'
    ? 'ticket'
    : item.side === 'max'
      ? item.limit?.state === 'new'
        ? 'maximum for new parts'
        : 'service limit'
      : 'minimum';

/** The margin to the limit with as many digits as it takes not to read as zero. */
function marginText(item: VerdictItem, unit: LengthUnit): string {
  const margin = Math.abs(item.value! - item.limitAt!);
  return withUnit(nm(margin), {
    unit,
    step: item.step,
    extra: margin < item.step ? 1 : 0,
    limits: margin > 0 ? [nm(0)] : [],
  });
}

/**
 * What one verdict says, in words a customer could read.
 * @param unit the reader's unit
 */
export function verdictSentence(file: JobFile, item: VerdictItem, unit: LengthUnit): VerdictSentence {
  const who = subject(file, item);
  const details: string[] = [];
  const figure = (v: number) =>
    withUnit(nm(v), { unit, step: item.step, limits: item.limitAt === null ? [] : [nm(item.limitAt)] });
  if (item.bracket) return leafSentence(who, item, unit, details);
  if (item.value !== null && item.limitAt !== null) {
    details.push(
      `${figure(item.value)} against ${item.side === 'max' ? 'max' : 'min'} ${limitFigureText(nm(item.limitAt), item.side === 'max' ? 'high' : 'low', unit)} ${unit}${item.p === null ? '' : `, P ${oddsText(item.p)}`}.`,
    );
  }
  if (item.interval)
    details.push(
      `95 % between ${figure(item.interval.low)} and ${figure(item.interval.high)}, from the whole map.`,
    );
  else if (item.provisional) details.push('Quick figure: the whole map is still being worked.');
  for (const c of item.caveats) details.push(CAVEATS[c]);
  if (item.limit)
    details.push(
      `${sourceLine(item.limit.source)}. ${item.governing.status === 'governed' ? item.governing.why : ''}`.trim(),
    );

  if (item.because === 'unread') {
    const missing = item.feature === 'clearance' ? 'needs bore and piston' : 'is not read yet';
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
  if (item.state === 'noLimit') {
    const why =
      item.governing.status === 'none' ? item.governing.why : 'The sheet gives no figure on this side.';
    return {
      headline: `${who} is ${figure(item.value!)}; no limit on file.`,
      details: [why, 'Add it from the manual or the piston maker’s sheet. Without it this is not a pass.'],
    };
  }
  const inside = item.side === 'max' ? item.value! <= item.limitAt! : item.value! >= item.limitAt!;
  const where = `${marginText(item, unit)} ${inside ? 'inside' : 'past'} its ${bound(item)}`;
  switch (item.because) {
    case 'incomplete':
      return {
        headline: `${who} is ${where} so far: ${item.progress.read} of ${item.progress.planned} read.`,
        details,
      };
    case 'question':
      return { headline: `${who} waits for an answer about a reading.`, details };
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

/** The next action as an instruction. */
export function nextSentence(file: JobFile, next: NextAction, unit: LengthUnit): string {
  const gauge = (id: string) => file.instruments.find((i) => i.id === id)?.name ?? id;
  switch (next.kind) {
    case 'answer':
      return next.question.sentence;
    case 'read':
      return `Take ${stationName(file, next.station, unit)}${next.again ? ' again' : ''}. ${next.left === 1 ? 'It is the last of the plan.' : `${next.left} to go.`}`;
    case 'closing-zero':
      return `Put ${gauge(next.gauge)} back into its setting and read the dial: the closing zero of this map.`;
    case 'cross-check':
      return crossCheckSentence(next.check, unit);
    case 'settle':
      return settleSentence(file, next.best.action, next.best.pDecides, unit);
    case 'send-back':
      return `${verdictSentence(file, next.item, unit).headline} Back to the machinist with these readings, before anything is assembled.`;
    case 'step':
      return `${capital(WORK[next.open.work.what])}: ${REOPENED[next.open.what]} again before anything is fitted.`;
    case 'at-limit':
      return `${subject(file, next.item)} is at its limit and no gauge here decides it: treat it as beyond.`;
    case 'add-limit':
      return `${subject(file, next.item)} has no limit on file. Add it from the manual, or decide knowing that nothing was proved.`;
    case 'decide':
      return 'Measuring is complete. Decide what to do with the engine.';
    case 'decided': {
      const reason = standingDecision(file)?.reason;
      return next.kitId === null
        ? `Decided: nothing is bored.${reason ? ` ${reason}` : ''}`
        : `Decided: ${file.engine.kits.find((k) => k.id === next.kitId)?.name ?? 'a kit'} for ${cylindersText(file)}.`;
    }
  }
}

/** A finding in words: `score 0.010 mm deep, 32 mm down at 8°`. */
export function findingText(f: Pick<FindingEntry, 'what' | 'deep' | 'place'>, unit: LengthUnit): string {
  const deep = f.deep === null ? '' : ` ${withUnit(f.deep, { unit, step: 1_000 })} deep`;
  const down = (d: number) => (unit === 'mm' ? `${d / 1e6} mm` : `${(d / 25.4e6).toFixed(2)} in`);
  const place = f.place ? `, ${down(f.place.depth)} down at ${f.place.angle}°` : '';
  return `${FINDINGS[f.what]}${deep}${place}`;
}

/** Thickness of a leaf as it is engraved. */
export const leafText = (thickness: number, unit: LengthUnit): string =>
  toDecimal(nm(thickness), unit, unit === 'mm' ? 2 : 4);

/** What leaves leave between them: a bracket or a bound, never one number. */
export function bracketText(bracket: Pick<LeafBracket, 'low' | 'high'>, unit: LengthUnit): string {
  const { low, high } = bracket;
  if (low !== null && high !== null) return `${leafText(low, unit)}–${leafText(high, unit)} ${unit}`;
  if (low !== null) return `≥ ${leafText(low, unit)} ${unit}`;
  return high === null ? '–' : `< ${leafText(high, unit)} ${unit}`;
}

/** A bracket found with leaves, in words: never one number. */
function leafSentence(who: string, item: VerdictItem, unit: LengthUnit, details: string[]): VerdictSentence {
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
  if (item.limitAt === null) return { headline: `${who}: ${between}; no limit on file.`, details };
  const limit = `${item.side === 'max' ? 'maximum' : 'minimum'} ${limitFigureText(nm(item.limitAt), item.side === 'max' ? 'high' : 'low', unit)} ${unit}`;
  const says =
    item.state === 'within'
      ? `keeps its ${limit}`
      : item.state === 'beyond'
        ? `is past its ${limit}`
        : `is not proved against its ${limit}`;
  return { headline: `${who} ${says}: ${between}.`, details };
}

/** How to settle an undecided figure, with the chance that it does. */
export function settleSentence(file: JobFile, action: NextRead, p: number, unit: LengthUnit): string {
  const where = stationName(file, action.station, unit);
  const gauge = file.instruments.find((i) => i.id === action.gauge)?.name ?? action.gauge;
  const decides = `P ${oddsText(p)} that it decides`;
  switch (action.kind) {
    case 'repeat':
      return `Take ${where} once more with ${gauge}: ${decides}.`;
    case 'five':
      return `Take ${where} five more times with ${gauge}: ${decides}.`;
    case 'third-direction':
      return `Take ${where}: a third direction shows what two cannot.`;
    case 'other-gauge':
      return `Take ${where} with ${gauge}: ${decides}.`;
    case 'comparator':
      return `Set a micrometer to size, zero ${gauge} in it and compare: ${decides}.`;
    case 'leaves':
      return `Try leaves beside the bare piston, ${where}: ${decides}.`;
  }
}

/** What one kit does for this engine. */
export function kitSentence(file: JobFile, option: KitOption): string {
  if (option.whyNot) return option.whyNot;
  if (option.says === null) return 'Read every bore first.';
  const chooser =
    option.weakest === null || file.engine.cylinders.length === 1
      ? ''
      : ` ${capital(file.engine.cylinders[option.weakest]!)} chooses.`;
  const cannot = option.cylinders.some((c) => c.target?.cannotBeVerified)
    ? ' The clearance window is too narrow to be verified with these gauges: take three repeats or a comparator.'
    : '';
  if (option.way === 'fit') {
    if (option.says === 'will') return 'Goes into the bore as it is, inside the sheet’s clearance.';
    return option.says === 'may'
      ? `These readings cannot say whether the clearance is right: P ${oddsText(option.p!)}.${chooser}`
      : `The clearance would be outside the sheet.${chooser}`;
  }
  if (option.says === 'will') return `Cleans every cylinder up, however the wear is shared.${cannot}`;
  if (option.says === 'will-not') return `Will not clean up.${chooser}`;
  return `May clean up: P ${option.p!.toFixed(2)}, depending on which side the wear is.${chooser}${cannot}`;
}

const cylindersText = (file: JobFile): string =>
  file.engine.cylinders.length === 1
    ? 'the cylinder'
    : file.engine.cylinders.length === 2
      ? 'both cylinders'
      : `all ${file.engine.cylinders.length} cylinders`;

/** The recommendation with its reason. */
export function recommendationSentence(
  file: JobFile,
  kits: KitComparison,
  items: readonly VerdictItem[],
): string {
  const bores = items.filter((i) => i.feature === 'bore');
  if (bores.some((i) => i.limit?.source.type === 'machinist'))
    return 'The bores are back from the machinist: hold each against its ticket before anything is assembled.';
  if (bores.some((i) => i.because === 'unread'))
    return 'Read every bore first: the worst cylinder chooses for all.';
  const beyond = items.filter((i) => i.state === 'beyond');
  if (beyond.length === 0 && items.every((i) => i.state === 'within'))
    return 'Everything read is inside its limits: nothing has to be bored.';
  const best = kits.recommended;
  if (kits.options.length === 0) return 'No kit is on file for this engine.';
  if (!best)
    return CONSTRUCTION[file.engine.wall].boring
      ? 'No listed size is likely enough to clean up. Re-sleeve, or another cylinder.'
      : 'No listed piston fits this bore as it is. Replate, or another cylinder.';
  const smaller = kits.options.filter(
    (o) => o.feasible && o.kit.oversize < best.kit.oversize && o.p !== null,
  );
  const why =
    smaller.length === 0
      ? 'the smallest that is listed'
      : `the smallest with P ≥ 0.90; ${smaller.at(-1)!.kit.name} only ${smaller.at(-1)!.p!.toFixed(2)}`;
  const need = beyond.length === 0 ? 'If it is to be bored: ' : '';
  if (best.way === 'fit')
    return `${need && 'Of the pistons on file: '}${best.kit.name} goes into ${file.engine.cylinders.length === 1 ? 'the bore' : 'the bores'} as ${file.engine.cylinders.length === 1 ? 'it is' : 'they are'}.`;
  return `${need}${best.kit.name} for ${cylindersText(file)}: ${why}. ${best.oversizesLeft === 0 ? 'It is the last oversize.' : `${best.oversizesLeft} oversize${best.oversizesLeft === 1 ? '' : 's'} left after it.`}`;
}

/** A limit in the reader's unit: range, maximum or minimum. */
export function limitText(low: number | null, high: number | null, unit: LengthUnit): string {
  const [least, most] = [
    low === null ? null : limitFigureText(nm(low), 'low', unit),
    high === null ? null : limitFigureText(nm(high), 'high', unit),
  ];
  if (least !== null && most !== null) return `${least} – ${most} ${unit}`;
  if (most !== null) return `max ${most} ${unit}`;
  return least === null ? 'no figure' : `min ${least} ${unit}`;
}

/** A finished size as it goes on paper: the low end never rounded down, the high end never up. */
export function finishText(
  target: { readonly low: Nanometres; readonly high: Nanometres },
  unit: LengthUnit,
): string {
  const decimals = unit === 'mm' ? 4 : 5;
  return `${toDecimal(target.low, unit, decimals, 'up')} – ${toDecimal(target.high, unit, decimals, 'down')}`;
}
