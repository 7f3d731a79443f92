import { useEffect, useRef } from 'react';
import { wearMap, type BoreSurvey } from '@tribos/core/bore';
import { useSettings } from '../kit/settings.js';

const COLUMNS = 48;
const ROWS = 60;
const FAINTEST = 0.1;
const STRONGEST = 0.8;

interface Wear {
  readonly survey: BoreSurvey;
  readonly reference: number;
  readonly most: number;
  readonly wallDepth: number;
  readonly thrust: number;
}

function draw(context: CanvasRenderingContext2D, { survey, reference, most, wallDepth, thrust }: Wear): void {
  const [r, g, b] = getComputedStyle(document.documentElement)
    .getPropertyValue('--wear')
    .trim()
    .split(' ')
    .map(Number);
  const at = wearMap(survey, reference);
  const image = context.createImageData(COLUMNS, ROWS);
  for (let y = 0; y < ROWS; y += 1) {
    for (let x = 0; x < COLUMNS; x += 1) {
      const wear = at(((x + 0.5) / COLUMNS) * 180 - 22.5 + thrust, ((y + 0.5) / ROWS) * wallDepth);
      if (wear === null) continue;
      const share = Math.min(1, Math.max(0, wear / most));
      image.data.set(
        [r!, g!, b!, Math.round(255 * (FAINTEST + (STRONGEST - FAINTEST) * share))],
        (y * COLUMNS + x) * 4,
      );
    }
  }
  context.putImageData(image, 0, 0);
}

/** Wear over half a turn of the wall as one hue, on the scale shared by all cylinders. */
export function WearCanvas({ survey, reference, most, wallDepth, thrust }: Wear) {
  const ref = useRef<HTMLCanvasElement>(null);
  const { theme } = useSettings();
  useEffect(() => {
    const context = ref.current?.getContext('2d');
    if (!context) return;
    // The figures come first: the shade behind them follows with the next frame.
    const frame = requestAnimationFrame(() => draw(context, { survey, reference, most, wallDepth, thrust }));
    return () => cancelAnimationFrame(frame);
  }, [survey, reference, most, wallDepth, thrust, theme]);
  return (
    <canvas
      ref={ref}
      width={COLUMNS}
      height={ROWS}
      aria-hidden="true"
      className="absolute inset-0 size-full"
    />
  );
}
