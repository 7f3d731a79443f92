export { Button } from './Button.js';
export { CheckField, SelectField, TextArea, TextField } from './Field.js';
export { Page } from './Page.js';
export { ScribedScale } from './ScribedScale.js';
export { Sheet } from './Sheet.js';
export { Empty, Failed, Kbd, Loading } from './States.js';
export { FileLink, LinkButton, TextLink } from './TextLink.js';
export { VerdictMark, type MarkState } from './VerdictMark.js';
export { dayText, momentText } from './dayText.js';
