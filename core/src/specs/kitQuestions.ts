import { mm, nm, withUnit, type LengthUnit } from '../units/index.js';
import type { EngineSpec, Kit } from './engine.js';
import type { SheetQuestion } from './sheetLine.js';

/** A piston runs in its bore with so much room, mm: outside it a point has slipped more often than not. */
const ROOM = [mm(0.005), mm(0.4)] as const;

/**
 * What is asked about a kit before it is kept: a piston that cannot run in its bore, an oversize no piston has, or one
 * that is on file already.
 * @param others kits of the same engine
 * @param unit    the figures are said in
 */
export function kitQuestions(
  kit: Pick<Kit, 'maker' | 'name' | 'oversize' | 'piston' | 'gaugeHeight'>,
  engine: Pick<EngineSpec, 'bore' | 'stroke'>,
  others: readonly Pick<Kit, 'maker' | 'name'>[],
  unit: LengthUnit = 'mm',
): SheetQuestion[] {
  const asked: SheetQuestion[] = [];
  const ask = (code: string, sentence: string) => void asked.push({ code, sentence });
  const room = engine.bore + kit.oversize - kit.piston;
  const text = withUnit(nm(Math.abs(room)), { unit, step: 1_000 });
  if (room <= 0)
    ask(
      'piston',
      `This piston is ${text} larger than its bore: is it the bore that was typed, or the other unit?`,
    );
  else if (room < ROOM[0] || room > ROOM[1])
    ask('piston', `This piston leaves ${text} in its bore: has a point slipped, or is the oversize another?`);
  if (kit.oversize > engine.bore / 5) ask('oversize', 'That is more than a fifth of the bore over standard.');
  if (kit.gaugeHeight !== null && kit.gaugeHeight > (engine.stroke ?? 1.5 * engine.bore))
    ask('gauge-height', 'A piston is hardly measured so high above its skirt.');
  if (others.some((o) => o.maker === kit.maker && o.name === kit.name))
    ask('again', `${kit.maker} ${kit.name} is on file already.`);
  return asked;
}
