import type { AnchorHTMLAttributes } from 'react';
import { Link, type LinkProps } from 'react-router';

const TEXT = 'inline-flex min-h-11 items-center px-1 text-blue underline underline-offset-4';
const BUTTON = {
  brass: 'inline-flex min-h-11 items-center rounded-edge bg-brass px-4 font-semibold text-on-brass',
  line: 'inline-flex min-h-11 items-center rounded-edge border border-ink/40 bg-sheet px-4 text-ink',
} as const;

/** A link in words, as tall as a glove needs it. */
export const TextLink = ({ className = '', ...rest }: LinkProps) => (
  <Link className={`${TEXT} ${className}`} {...rest} />
);

/** The same for something the server hands out. */
export const FileLink = ({ className = '', ...rest }: AnchorHTMLAttributes<HTMLAnchorElement>) => (
  <a className={`${TEXT} ${className}`} download {...rest} />
);

/** A link that is pressed like a button. */
export const LinkButton = ({
  look = 'brass',
  className = '',
  ...rest
}: LinkProps & { look?: keyof typeof BUTTON }) => (
  <Link className={`${BUTTON[look]} ${className}`} {...rest} />
);
