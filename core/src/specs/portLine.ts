import { formatLength, nm, parseReading, type LengthUnit } from '../units/index.js';
import type { Port } from './engine.js';

export type PortLine =
  { readonly ok: true; readonly ports: readonly Port[] } | { readonly ok: false; readonly sentence: string };

const NUMBER = String.raw`-?\d*[.,]?\d+`;
const HEIGHTS = new RegExp(
  String.raw`(${NUMBER})\s*(mm|in|["″])?\s*(?:-|–|to)\s*(${NUMBER})\s*(mm|in|["″])?`,
  'iu',
);
const ABOUT = new RegExp(
  String.raw`(?:±|\+\/-|\+-)\s*(${NUMBER})\s*°?\s*(?:about|around)?\s*(${NUMBER})?`,
  'iu',
);
const SPAN = new RegExp(String.raw`(${NUMBER})\s*°?\s*(?:-|–|to)\s*(${NUMBER})\s*°?`, 'iu');
const BOTH = /\b(both sides|both|mirrored|left and right)\b/iu;

const no = (sentence: string): PortLine => ({ ok: false, sentence });
const plain = (text: string): number => Number(text.replace(',', '.'));

/**
 * A window of the wall as one line: name, roof to floor from the deck, then the angles it spans, clockwise seen from
 * above: `exhaust 38.5-68 ±34` · `transfer 53-68 55-125 both sides`. Without a middle it lies about 0°; on both sides it
 * is mirrored about 0°.
 *
 * @param unit of heights where the line says none
 * @returns one window, or two where it is on both sides; else a sentence saying what is missing
 * @example readPortLine('exhaust 38.5-68 ±34', 'mm').ok // true
 */
export function readPortLine(line: string, unit: LengthUnit): PortLine {
  const text = line.replace(/[−‐‑]/gu, '-').trim();
  const heights = HEIGHTS.exec(text);
  const name = (heights ? text.slice(0, heights.index) : text).replace(/[:,;\s]+$/u, '').trim();
  if (name === '') return no('Say first which window it is: exhaust, transfer, boost …');
  if (!heights) return no(`${name}: its roof and floor from the deck are missing, like 38.5-68.`);
  const said = heights[4] ?? heights[2];
  const of = said ? (/mm/iu.test(said) ? 'mm' : 'in') : unit;
  const [roof, floor] = [heights[1]!, heights[3]!].map((t) => parseReading(`${t} ${of}`, { unit }));
  if (!roof?.ok) return no(`${name}: ${roof?.sentence}`);
  if (!floor?.ok) return no(`${name}: ${floor?.sentence}`);
  if (roof.value >= floor.value) return no(`${name}: the floor lies below the roof.`);
  const rest = text.slice(heights.index + heights[0].length);
  const about = ABOUT.exec(rest);
  const span = about ? null : SPAN.exec(rest);
  if (!about && !span)
    return no(`${name}: the angles it spans are missing, like ±34 (about 0°) or 55-125 both sides.`);
  const middle = about?.[2] === undefined ? 0 : plain(about[2]);
  const half = about ? plain(about[1]!) : 0;
  const [from, to] = about ? [middle - half, middle + half] : [plain(span![1]!), plain(span![2]!)];
  if (!(from < to && to - from < 360)) return no(`${name}: runs from one angle on to a larger one.`);
  if (from < -360 || to > 720) return no(`${name}: an angle lies within a turn.`);
  const port = (name: string, from: number, to: number): Port => ({
    name,
    roof: nm(roof.value),
    floor: nm(floor.value),
    from,
    to,
  });
  if (!BOTH.test(rest)) return { ok: true, ports: [port(name, from, to)] };
  return { ok: true, ports: [port(`${name} right`, from, to), port(`${name} left`, 360 - to, 360 - from)] };
}

/** A window as its line, to be typed on: it reads back as it was, in millimetres where no inch says it to the nanometre. */
export function portLine({ name, roof, floor, from, to }: Port, unit: LengthUnit): string {
  const at = (v: number, of: LengthUnit): string => {
    const text = formatLength(nm(v), { unit: of, step: 1, limits: [] });
    return text.includes('.') ? text.replace(/0+$/u, '').replace(/\.$/u, '') : text;
  };
  const angles = from === -to ? `±${to}` : `${from} to ${to}`;
  const line = (of: LengthUnit, said: string) => `${name} ${at(roof, of)}-${at(floor, of)}${said} ${angles}`;
  const read = readPortLine(line(unit, ''), unit);
  const same = read.ok && read.ports[0]!.roof === roof && read.ports[0]!.floor === floor;
  return same ? line(unit, '') : line('mm', ' mm');
}
