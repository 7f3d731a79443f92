import { limitEndText, onStrip, stripOf, type Figure, type LengthUnit, type Strip } from '@tribos/core';
import type { Doc, Paper } from './pdf.js';

const WITHIN = '#136346';
const BEYOND = '#A82317';
/** Indent of what stands under a verdict, and how long its strip is, points. */
const INDENT = 22;
const LONG = 230;
const HIGH = 9;

/** A hatched field: lines at 45 degrees inside it. */
function hatch(doc: Doc, x: number, y: number, width: number, colour: string, lean: 1 | -1): void {
  if (width <= 0) return;
  doc.save().rect(x, y, width, HIGH).clip().lineWidth(0.6).strokeColor(colour);
  for (let at = -HIGH; at < width + HIGH; at += 3.5)
    doc
      .moveTo(x + at, lean === 1 ? y + HIGH : y)
      .lineTo(x + at + HIGH, lean === 1 ? y : y + HIGH)
      .stroke();
  doc.restore();
}

function scale(doc: Doc, { ink }: Paper, left: number, line: number): void {
  doc
    .lineWidth(0.6)
    .strokeColor(ink)
    .moveTo(left, line)
    .lineTo(left + LONG, line)
    .stroke();
  for (let i = 0; i <= 10; i += 1)
    doc
      .moveTo(left + (i * LONG) / 10, line)
      .lineTo(left + (i * LONG) / 10, line + (i % 5 === 0 ? 4 : 2.5))
      .stroke();
}

function walls(
  doc: Doc,
  paper: Paper,
  strip: Strip,
  x: (v: number) => number,
  top: number,
  say: (v: number, side: Figure['side']) => string,
): void {
  const [left, right] = [x(strip.from), x(strip.to)];
  for (const { side, at } of strip.walls) {
    const from = side === 'min' ? left : x(at);
    hatch(doc, from, top, (side === 'min' ? x(at) : right) - from, BEYOND, -1);
    doc
      .lineWidth(1.2)
      .strokeColor(BEYOND)
      .moveTo(x(at), top - 3)
      .lineTo(x(at), top + HIGH + 4)
      .stroke();
    doc.font(paper.figures).fontSize(8).fillColor(paper.ink);
    const said = say(at, side);
    const wide = doc.widthOfString(said);
    // A minimum says its figure to the left of its wall, a maximum to the right: two close ones never overprint.
    const where = strip.walls.length === 1 ? x(at) - wide / 2 : side === 'min' ? x(at) - wide - 2 : x(at) + 2;
    doc.text(said, Math.max(left - 20, where), top + HIGH + 6, { lineBreak: false });
  }
}

/**
 * One quantity on one strip, on paper: range for new parts hatched, limits as walls, the value as a scribed line with its
 * whisker. Leaves `doc.y` below it; draws nothing where there is nothing to draw.
 */
export function drawStrip(
  doc: Doc,
  paper: Paper,
  figures: readonly [Figure, ...Figure[]],
  unit: LengthUnit,
): void {
  const strip = stripOf(figures);
  if (!strip) return;
  const left = paper.margin + INDENT;
  const top = doc.y + 6;
  const x = (v: number): number => left + onStrip(strip, v) * LONG;
  const { band, value, whisker } = strip;
  const say = (v: number, side: Figure['side']) =>
    limitEndText(figures[0].dimension, v, side === 'min' ? 'low' : 'high', unit);
  if (band) hatch(doc, x(band.low), top, x(band.high) - x(band.low), WITHIN, 1);
  walls(doc, paper, strip, x, top, say);
  scale(doc, paper, left, top + HIGH + 0.5);
  if (whisker)
    doc
      .save()
      .opacity(0.35)
      .rect(x(whisker[0]), top + 3, Math.max(0.8, x(whisker[1]) - x(whisker[0])), 3.5)
      .fill(paper.ink)
      .restore();
  if (value !== null)
    doc
      .lineWidth(1.6)
      .strokeColor(paper.ink)
      .moveTo(x(value), top - 3)
      .lineTo(x(value), top + HIGH + 1)
      .stroke();
  doc.x = paper.margin;
  doc.y = top + HIGH + 18;
}
