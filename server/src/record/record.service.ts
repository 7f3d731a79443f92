import { Injectable } from '@nestjs/common';
import type { Fingerprint, FingerprintCheck, JobRecordCheck, RecordCheck } from '@tribos/contract';
import { JobsService } from '../jobs/index.js';
import { canonical } from '../kit/chain.js';
import { Scope } from '../kit/scope.js';
import { AuditService } from '../people/index.js';
import { LogService } from '../readings/index.js';
import { SealsService } from '../seals/index.js';
import { signingKey } from './signing.js';

const signedText = ({ signature: _s, ...rest }: Fingerprint): string => canonical(rest);

/** Whether what was kept is still as it was kept. */
@Injectable()
export class RecordService {
  private readonly key = signingKey();

  constructor(
    private readonly seals: SealsService,
    private readonly audit: AuditService,
    private readonly log: LogService,
    private readonly jobs: JobsService,
    private readonly scope: Scope,
  ) {}

  /** Seals and audit trail link by link, and the end of every chain. */
  async check(): Promise<RecordCheck> {
    const [seals, audit] = [await this.seals.verify(), await this.audit.verify()];
    const troubles = [
      ...(seals.intact ? [] : [`The chain of heads breaks at ${seals.brokenAt}.`]),
      ...(audit.intact ? [] : [`The audit trail breaks at ${audit.brokenAt}.`]),
      ...(await this.seals.cut(null)),
    ];
    return { intact: troubles.length === 0, seals: seals.entries, notes: audit.entries, troubles };
  }

  /** Log and decisions of a job link by link, and that nothing was cut off their end. */
  async checkJob(jobId: string): Promise<JobRecordCheck> {
    await this.jobs.view(jobId);
    const [log, decisions] = [await this.log.verify(jobId), await this.jobs.verifyDecisions(jobId)];
    const troubles = [
      ...(log.intact ? [] : [`The log breaks at entry ${log.brokenAt}.`]),
      ...(decisions.intact ? [] : [`The decisions break at the ${decisions.brokenAt}. of them.`]),
      ...(await this.seals.cut(jobId)),
    ];
    return { intact: troubles.length === 0, entries: log.entries, brokenAt: log.brokenAt, troubles };
  }

  /** What the record comes to now, signed, to be kept outside. */
  async fingerprint(): Promise<Fingerprint> {
    const { shopId, shopName } = this.scope.who;
    await this.seals.seal(null);
    const { seq, hash } = await this.seals.head();
    const said: Fingerprint = {
      format: 'tribos-fingerprint',
      version: 1,
      shopId,
      shop: shopName,
      at: new Date().toISOString(),
      seq,
      hash: hash.toString('hex'),
      signature: null,
      publicKey: this.key?.publicPem ?? null,
    };
    return { ...said, signature: this.key?.sign(signedText(said)) ?? null };
  }

  /** Whether the record still leads through a fingerprint that was kept outside. */
  async checkFingerprint(print: Fingerprint): Promise<FingerprintCheck> {
    const { shopId } = this.scope.who;
    const signedHere =
      print.signature === null || this.key === null
        ? null
        : print.publicKey === this.key.publicPem && this.key.verify(signedText(print), print.signature);
    if (print.shopId !== shopId)
      return { signedHere, holds: false, sentence: 'This is the fingerprint of another shop.' };
    const hash = await this.seals.at(print.seq);
    const { intact, troubles } = await this.check();
    const same = hash?.toString('hex') === print.hash;
    const on = print.at.slice(0, 10);
    return {
      signedHere,
      holds: same && intact && signedHere !== false,
      sentence: !same
        ? `The record no longer leads through what it was on ${on}: it was cut off or written anew.`
        : !intact
          ? `The record leads through what it was on ${on}, but: ${troubles.join(' ')}`
          : signedHere === false
            ? `The record leads through it, but the fingerprint was not signed by this server.`
            : `Nothing kept up to ${on} was changed since.`,
    };
  }
}
