import { assemblyRun } from '@tribos/core';
import { api, clientId } from './job.mjs';

/** Writes entries into the log of a job, by the API. */
export async function writes(driver, id, ...entries) {
  const { status, body } = await api(driver, 'POST', `/jobs/${id}/log`, {
    entries: entries.map((e) => ({ id: clientId(), at: new Date().toISOString(), ...e })),
  });
  if (status !== 200) throw new Error(JSON.stringify(body));
}

/**
 * Does everything of an assembly run before a step, by the API: what is asked about is answered rightly.
 * @param {() => Promise<import('@tribos/core').JobFile>} file the job as the server has it now
 */
export async function assembledUpTo(driver, id, key, file) {
  for (;;) {
    const { now } = assemblyRun(await file());
    if (!now) throw new Error(`never at ${key}`);
    if (now.step.key === key) return now;
    const { step, cylinder } = now;
    const seen = step.asks.map((a, ask) => ({
      id: clientId(),
      kind: 'assembly-seen',
      step: step.key,
      cylinder,
      ask,
      answer: a.answers.find((x) => x.why === '').text,
      again: false,
    }));
    const pictured = step.photo
      ? [{ kind: 'assembly-pictured', step: step.key, cylinder, photo: '', text: 'seen by both' }]
      : [];
    await writes(driver, id, ...seen, ...pictured, {
      kind: 'assembled',
      steps: [{ step: step.key, cylinder }],
      seen: seen.map((s) => s.id),
    });
  }
}
