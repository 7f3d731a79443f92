import { formatLength, nm, type Firm, type LengthUnit } from '@tribos/core/ground';

/** How a firm's work comes back: its bias and spread about what was aimed at, on one small scale. */
export function FirmPicture({ firm, unit }: { firm: Firm; unit: LengthUnit }) {
  const { bias, spread, returns } = firm.learned;
  const at = (v: number) => 50 + Math.max(-48, Math.min(48, (v / 12_000) * 48));
  const text = (v: number) => formatLength(nm(Math.round(v)), { unit, step: unit === 'mm' ? 100 : 254 });
  return (
    <section aria-label={`How work comes back from ${firm.name}`}>
      <h3 className="font-semibold">{firm.name}</h3>
      <svg viewBox="0 0 100 16" aria-hidden="true" className="block w-full">
        <line x1="2" y1="12" x2="98" y2="12" className="stroke-ink/50" strokeWidth="0.5" />
        <line x1="50" y1="2" x2="50" y2="14" className="stroke-ink" strokeWidth="0.6" />
        <rect
          x={at(bias - 2 * spread)}
          y="7"
          width={at(bias + 2 * spread) - at(bias - 2 * spread)}
          height="3"
          className="fill-blue/40"
        />
        <rect x={at(bias) - 0.6} y="4.5" width="1.2" height="8" className="fill-blue" />
      </svg>
      <p className="text-small">
        {returns === 0
          ? 'Nothing came back from them yet: what is usual is assumed.'
          : `${returns} bores came back: ${text(Math.abs(bias))} ${unit} ${bias >= 0 ? 'over' : 'under'} what was aimed at, spread ${text(spread)}. The aim is moved against it.`}
      </p>
    </section>
  );
}
