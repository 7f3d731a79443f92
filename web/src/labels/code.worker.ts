import { expose } from 'comlink';
import QRCode from 'qrcode';

const api = {
  /** A code to scan, as SVG. */
  svg: (text: string, margin: number): Promise<string> =>
    QRCode.toString(text, { type: 'svg', margin, errorCorrectionLevel: 'M' }),
};

export type CodeWorker = typeof api;
expose(api);
