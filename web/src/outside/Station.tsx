import { useState } from 'react';
import { standingDecision } from '@tribos/core/ground';
import { decidedWay, ticketsOf, toSend } from '@tribos/core/outside';
import { waysOf, outsideOf } from '@tribos/core/routes';
import { Next, Rest, StationFrame } from '../frame/index.js';
import { useJobContext } from '../job/index.js';
import { stationPath } from '../kit/stationPath.js';
import { useMay } from '../people/index.js';
import { Button, TextLink } from '../ui/index.js';
import { Draft } from './Draft.js';
import { FirmPicture } from './FirmPicture.js';
import { PartTicket } from './PartTicket.js';
import { TicketCard } from './TicketCard.js';

/** What is out, where, since when; the ticket as a drawing; what came back against it. */
export function OutsideStation() {
  const { file, judgement, unit } = useJobContext();
  const mayDo = useMay('measure');
  const mayOrder = useMay('decide');
  const [part, setPart] = useState(false);
  const tickets = [...ticketsOf(file)].reverse();
  const way = decidedWay(file, waysOf(file, unit));
  const wanted = toSend(file) !== null && !tickets.some((t) => t.state === 'written');
  const decision = standingDecision(file);
  const what = way && outsideOf(way.route);
  const firms = (file.shop.firms ?? []).filter((f) => what && f.works.some((w) => w.what === what));
  const partOut = mayOrder && (
    <Button look="quiet" className="no-print justify-self-start" onClick={() => setPart(true)}>
      Head or crank goes out
    </Button>
  );
  const partSheet = part && <PartTicket file={file} onClose={() => setPart(false)} />;
  if (tickets.length === 0 && !(wanted && way && mayOrder))
    return (
      <StationFrame label="Sent out" next={null}>
        <Rest says="Nothing is out, and nothing waits to be sent.">
          <p>
            {decision
              ? wanted
                ? 'What was decided goes out: somebody who may decide writes the ticket.'
                : 'Nothing of this job goes out for what was decided.'
              : 'Nothing is decided yet: what goes out, and to what size, follows from the decision.'}{' '}
            <TextLink to={stationPath(file.job.id, 'decide')}>Decide</TextLink>
          </p>
          {partOut}
        </Rest>
        {partSheet}
      </StationFrame>
    );
  return (
    <StationFrame
      label="Sent out"
      next={
        <Next
          says={
            judgement.nextAt('outside')?.sentence(unit) ?? 'Nothing is out, and nothing waits to be sent.'
          }
        />
      }
      aside={
        <div className="grid content-start gap-4">
          {firms.map((f) => (
            <FirmPicture key={f.id} firm={f} unit={unit} />
          ))}
          {partOut}
          <p className="text-small text-soft">
            Boring, plating, sleeving and crank work are for specialists: the ticket says what is wanted, not
            how. The piston goes with its bore.
          </p>
        </div>
      }
    >
      <div className="grid content-start gap-4">
        {wanted && way && mayOrder && <Draft file={file} way={way} />}
        {tickets.map((t) => (
          <TicketCard
            key={t.ticket.id}
            file={file}
            judgement={judgement}
            standing={t}
            mayDo={mayDo}
            mayOrder={mayOrder}
          />
        ))}
      </div>
      {partSheet}
    </StationFrame>
  );
}
