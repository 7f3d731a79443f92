import { signal, store } from '../kit/store.js';
import { handsFree } from './handsFree.js';
import { strip } from './wedge.js';

/** A gauge connected by a line: the stand-in over WebSocket, or a serial gauge. */
export interface LineState {
  readonly status: 'off' | 'connecting' | 'ready' | 'gone';
  /** How the gauge calls itself. */
  readonly name: string;
  /** What it could not do last; empty when it could. */
  readonly trouble: string;
}

const AGAIN_MS = 1_000;

const state = store<LineState>({ status: 'off', name: '', trouble: '' });
let socket: WebSocket | null = null;
let timer: ReturnType<typeof setTimeout> | undefined;
let place = '';
const hearers = signal<[figure: string]>();

function show(next: Partial<LineState>): void {
  state.set({ ...state.get(), trouble: '', ...next });
}

/** Reads one line of the protocol; anything else with a figure in it counts as a reading. */
function heard(text: string): void {
  const [, word, rest] = /^(\S+)\s*(.*)$/u.exec(text.trim()) ?? [];
  if (word === 'READY') show({ status: 'ready', name: rest ?? '' });
  else if (word === 'ERROR') show({ trouble: rest ?? '' });
  else if (word === 'READING') {
    if (state.get().trouble) show({});
    hearers.tell(rest ?? '');
  } else if (/\d/u.test(text)) {
    const { prefix, suffix } = handsFree();
    hearers.tell(strip(text, prefix, suffix));
  }
}

/** Connects to the address kept for this device, and again whenever the gauge goes away. */
export function connectLine(): void {
  clearTimeout(timer);
  socket?.close();
  socket = null;
  const address = handsFree().line;
  if (address === '') return show({ status: 'off', name: '' });
  show({ status: 'connecting', name: '' });
  try {
    const mine = new WebSocket(address);
    socket = mine;
    mine.onopen = () => {
      mine.send('HELLO 1');
      if (place) mine.send(place);
    };
    mine.onmessage = (event) => heard(String(event.data));
    mine.onclose = () => {
      if (socket !== mine) return;
      show({ status: 'gone', name: state.get().name });
      timer = setTimeout(connectLine, AGAIN_MS);
    };
  } catch {
    show({ status: 'gone', name: '' });
  }
}

const send = (line: string): boolean => {
  if (socket?.readyState !== WebSocket.OPEN) return false;
  socket.send(line);
  return true;
};

/** Tells the gauge where it is being held: a stand-in cannot see it. Sent again when it comes back. */
export function sayPlace(line: string): void {
  place = line;
  send(line);
}

/** Asks the gauge for the figure it shows. @returns false when no gauge is there */
export const takeFromLine = (): boolean => send('TAKE');

/** Whether the gauge that is there sends by its own button only, as serial gauges do. */
export const sendsItself = (): boolean => state.get().status === 'ready' && socket === null;

/** Hears figures a gauge sends. @returns what stops hearing them */
export const onFigure = hearers.listen;

export const useLineState = state.use;

/** The part of Web Serial used here; browsers that have none have no `navigator.serial`. */
interface SerialPort {
  open(options: { baudRate: number }): Promise<void>;
  readonly readable: ReadableStream<Uint8Array> | null;
}
interface Serial {
  requestPort(): Promise<SerialPort>;
}

export const hasSerial = (): boolean => 'serial' in navigator;

/** Opens a serial gauge chosen by the person; every line it sends is a reading until it is unplugged. */
export async function openSerial(baudRate: number): Promise<void> {
  const port = await (navigator as unknown as { serial: Serial }).serial.requestPort();
  await port.open({ baudRate });
  show({ status: 'ready', name: 'serial gauge' });
  const decoder = new TextDecoder();
  let rest = '';
  try {
    const reader = port.readable!.getReader();
    for (;;) {
      const { value, done } = await reader.read();
      if (done) break;
      const lines = (rest + decoder.decode(value, { stream: true })).split(/\r\n|\r|\n/u);
      rest = lines.pop() ?? '';
      lines.filter(Boolean).forEach(heard);
    }
  } finally {
    show({ status: 'gone', name: 'serial gauge' });
  }
}
