import { useMutation } from '@tanstack/react-query';
import type { Fingerprint, FingerprintCheck } from '@tribos/contract';
import { api } from '../kit/api.js';
import { Button, FileButton } from '../ui/index.js';

function save(print: Fingerprint): void {
  const url = URL.createObjectURL(
    new Blob([`${JSON.stringify(print, null, 2)}\n`], { type: 'application/json' }),
  );
  const link = document.createElement('a');
  link.href = url;
  link.download = `fingerprint-${print.at.slice(0, 10)}.json`;
  link.click();
  URL.revokeObjectURL(url);
}

async function read(file: File): Promise<unknown> {
  try {
    return JSON.parse(await file.text());
  } catch {
    throw new Error(`${file.name} is not a fingerprint. Nothing was checked.`);
  }
}

/** A fingerprint of the whole record, to be kept where nobody who changes it here can reach. */
export function Fingerprints() {
  const make = useMutation({
    mutationFn: () => api.post<Fingerprint>('/record/fingerprint', {}),
    onSuccess: save,
  });
  const check = useMutation({
    mutationFn: async (file: File) =>
      api.post<FingerprintCheck>('/record/fingerprint/check', await read(file)),
  });
  return (
    <section className="grid content-start gap-2 bg-sheet p-4" aria-label="Fingerprints">
      <h2 className="font-semibold">Proof kept outside</h2>
      <p>
        A fingerprint says what the whole record came to today, signed. Keep it off this machine: should
        anybody ever write the record anew, it no longer fits.
      </p>
      <p className="flex flex-wrap gap-2">
        <Button look="brass" disabled={make.isPending} onClick={() => make.mutate()}>
          Save today’s fingerprint
        </Button>
        <FileButton label="Fingerprint" disabled={check.isPending} onFile={(file) => check.mutate(file)}>
          Check one
        </FileButton>
      </p>
      {make.isSuccess && !make.isPending && (
        <p role="status" className="text-small text-soft">
          Saved to your downloads
          {make.data.signature === null ? '; this server has no key, so it is not signed' : ''}.
        </p>
      )}
      {check.data && (
        <p role="status" className={`font-semibold ${check.data.holds ? 'text-within' : 'text-beyond'}`}>
          {check.data.holds ? 'It holds. ' : 'It does not hold. '}
          {check.data.sentence}
        </p>
      )}
      {(make.error ?? check.error) && (
        <p role="alert" className="text-beyond">
          {(make.error ?? check.error)!.message}
        </p>
      )}
    </section>
  );
}
