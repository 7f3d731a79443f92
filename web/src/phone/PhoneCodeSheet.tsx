import { useQuery } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import type { PhoneCode } from '@tribos/contract';
import { api } from '../kit/api.js';
import { codeSvg } from '../labels/index.js';
import { Button, Failed, Loading, Sheet } from '../ui/index.js';
import { screenId } from './screen.js';

/** The code a phone is signed in with: camera and foot-switch of this screen, for this job. */
export function PhoneCodeSheet({
  jobId,
  station,
  onClose,
}: {
  jobId: string;
  station: string;
  onClose: () => void;
}) {
  const { data, error, refetch } = useQuery({
    queryKey: ['phone code', jobId],
    queryFn: () => api.post<PhoneCode>('/session/phone', {}),
    staleTime: Infinity,
    gcTime: 0,
  });
  const address = data
    ? `${window.location.origin}/phone#${new URLSearchParams({ token: data.token, screen: screenId(), job: jobId, station }).toString()}`
    : '';
  const [svg, setSvg] = useState('');
  useEffect(() => {
    if (address === '') return undefined;
    let wanted = true;
    void codeSvg(address, 2).then((made) => {
      if (wanted) setSvg(made);
    });
    return () => {
      wanted = false;
    };
  }, [address]);
  return (
    <Sheet title="A phone as camera and foot-switch" onClose={onClose}>
      {error ? (
        <Failed error={error} retry={() => void refetch()} />
      ) : svg === '' ? (
        <Loading what="a code" />
      ) : (
        <div className="grid justify-items-center gap-3">
          <img
            alt="Code for the phone’s camera"
            src={`data:image/svg+xml;charset=utf-8,${encodeURIComponent(svg)}`}
            className="w-full max-w-80 bg-white"
          />
          <p className="text-center">
            Point the phone’s camera at it. Good once, for five minutes; the phone is signed in as you,
            without your password, and can neither change people nor rules.
          </p>
          <p className="text-small text-soft">
            Or open it there: <span className="figure break-all select-all">{address}</span>
          </p>
          <Button onClick={() => void refetch()}>Another code</Button>
        </div>
      )}
    </Sheet>
  );
}
