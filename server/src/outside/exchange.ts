import { readAnswer, type Answer, type LineTrouble, type Order } from '@tribos/core';

/** Longest answer that is read, bytes. */
const LONGEST = 65_536;

/** The exchange of lines this server is told of. Without one, everything goes by paper. */
export interface Exchange {
  /** Address without a slash at its end. */
  readonly base: string;
  /** Milliseconds after which a line is taken to be too slow. */
  readonly patience: number;
}

export type Heard = { readonly answer: Answer } | { readonly trouble: LineTrouble } | 'unknown';

async function bodyOf(response: Response): Promise<unknown> {
  let text = '';
  const decoder = new TextDecoder();
  const body = response.body as unknown as AsyncIterable<Uint8Array> | null;
  if (body === null) return null;
  for await (const chunk of body) {
    text += decoder.decode(chunk, { stream: true });
    if (text.length > LONGEST) throw new SyntaxError('too long');
  }
  return JSON.parse(text);
}

/**
 * Asks a firm how an order stands. Putting an order that is there already changes nothing, so that it may be asked
 * again after any fault.
 * @param order the whole of it, or the id of one that was taken in
 * @returns `unknown` where the firm has no such order
 */
export async function askLine(
  { base, patience }: Exchange,
  line: string,
  order: Order | string,
): Promise<Heard> {
  const id = typeof order === 'string' ? order : order.id;
  const asks =
    typeof order === 'string'
      ? {}
      : { method: 'PUT', body: JSON.stringify(order), headers: { 'content-type': 'application/json' } };
  try {
    const response = await fetch(`${base}/${line}/orders/${id}`, {
      ...asks,
      redirect: 'error',
      signal: AbortSignal.timeout(patience),
    });
    if (response.status === 404 && typeof order === 'string') {
      await response.body?.cancel();
      return 'unknown';
    }
    const answer = response.ok ? readAnswer(await bodyOf(response), id) : null;
    if (!response.ok) await response.body?.cancel();
    return answer ? { answer } : { trouble: 'rubbish' };
  } catch (error) {
    const { name } = error as Error;
    return { trouble: name === 'TimeoutError' ? 'slow' : name === 'SyntaxError' ? 'rubbish' : 'away' };
  }
}
