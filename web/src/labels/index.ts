export { codeSvg } from './codeSvg.js';
export { asPng, handOver, labelSvg, USUAL_LABEL, type LabelLine, type LabelSize } from './label.js';
export { useLabelSize } from './useLabelSize.js';
