import { sizeText, type LengthUnit } from '@tribos/core/ground';
import type { Way } from '@tribos/core/routes';
import { useJobContext } from '../job/index.js';

/** To what size each bore is to be taken: the figure this station is for. */
export function FinishedSizes({ way, unit }: { way: Way; unit: LengthUnit }) {
  const { file } = useJobContext();
  return (
    <dl className="mt-1 flex flex-wrap gap-x-8">
      {way.targets.map(({ cylinder, target }) => {
        const text = target.cannotBeVerified ? null : sizeText(target, unit);
        return text ? (
          <div key={cylinder}>
            <dt className="text-small text-soft">{file.engine.cylinders[cylinder]}: finish to</dt>
            <dd className="figure text-reading leading-9">{text}</dd>
          </div>
        ) : null;
      })}
    </dl>
  );
}
