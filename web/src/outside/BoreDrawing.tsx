import { formatLength, nm } from '@tribos/core/ground';
import { askedText, type Ticket, type TicketDraft } from '@tribos/core/outside';

type Line = Ticket['lines'][number];

/** Scratches of the cross-hatch inside the wall, at the angle that is asked for. */
function Hatch({ angle }: { angle: number }) {
  const lean = Math.tan((angle / 2) * (Math.PI / 180)) * 44;
  return (
    <g className="stroke-ink/35" strokeWidth="0.5">
      {Array.from({ length: 9 }, (_, i) => 34 + i * 9).flatMap((y) => [
        <line key={`a${y}`} x1="54" y1={y + lean / 2} x2="98" y2={y - lean / 2} />,
        <line key={`b${y}`} x1="54" y1={y - lean / 2} x2="98" y2={y + lean / 2} />,
      ])}
    </g>
  );
}

/** One bore as it is asked for: its section with the finished size across it, and the piston it is for below. */
export function BoreDrawing({
  name,
  line,
  ticket,
}: {
  name: string;
  line: Line;
  ticket: Pick<TicketDraft, 'unit' | 'hatch'>;
}) {
  const asked = askedText(line, ticket.unit);
  const piston =
    line.piston === null ? null : formatLength(nm(line.piston), { unit: ticket.unit, step: 1_000 });
  return (
    <figure className="w-56 max-w-full">
      <svg
        viewBox="0 0 152 160"
        role="img"
        aria-label={`${name}: ${asked ? `finish to ${asked} ${ticket.unit}` : 'no size'}${piston ? `, for a piston of ${piston} ${ticket.unit}` : ''}`}
      >
        <clipPath id={`in-${line.cylinder}`}>
          <rect x="54" y="30" width="44" height="84" />
        </clipPath>
        {[34, 98].map((x) => (
          <rect
            key={x}
            x={x}
            y="30"
            width="20"
            height="84"
            className="fill-page stroke-ink"
            strokeWidth="1"
          />
        ))}
        {ticket.hatch !== null && (
          <g clipPath={`url(#in-${line.cylinder})`}>
            <Hatch angle={ticket.hatch} />
          </g>
        )}
        <line
          x1="76"
          y1="22"
          x2="76"
          y2="120"
          className="stroke-ink/60"
          strokeWidth="0.6"
          strokeDasharray="8 3 2 3"
        />
        <line x1="54" y1="24" x2="98" y2="24" className="stroke-ink" strokeWidth="0.8" />
        <path d="M54 24 l5 -2 v4 z M98 24 l-5 -2 v4 z" className="fill-ink" />
        <text x="76" y="14" textAnchor="middle" className="figure fill-ink" fontSize="11" fontWeight="700">
          {asked ?? 'no size'}
        </text>
        <rect x="57" y="124" width="38" height="22" className="fill-none stroke-ink" strokeWidth="1" />
        {line.mark && (
          <text x="76" y="138" textAnchor="middle" className="fill-ink" fontSize="7">
            {line.mark.split(' ').map((word, i, { length }) => (
              <tspan key={i} x="76" dy={i === 0 ? -4 * (length - 1) : 8}>
                {word}
              </tspan>
            ))}
          </text>
        )}
        <text x="76" y="157" textAnchor="middle" className="figure fill-ink" fontSize="9">
          {piston ?? 'no piston'}
        </text>
      </svg>
      <figcaption className="text-center text-small">
        <span className="font-semibold first-letter:uppercase">{name}</span>, {ticket.unit}; piston{' '}
        {line.from}
      </figcaption>
    </figure>
  );
}
