import type { ComponentProps, ReactNode } from 'react';
import { Bar, BarPart, BarPress, BarTrouble, Folded, LastSaid } from './Bar.js';

/**
 * The bar of what is pressed: the press, what goes with it, what was last; folded once nothing is left.
 * @param rest what it says once nothing is left to press; null while something is
 */
export function PressBar({
  label,
  rest = null,
  press,
  trouble,
  said,
  onBack,
  children,
}: {
  label: string;
  rest?: string | null;
  press: ComponentProps<typeof BarPress>;
  trouble?: string | null;
  said: ReactNode;
  onBack: (() => void) | null;
  children?: ReactNode;
}) {
  if (rest !== null)
    return <Folded label={label} says={rest} trouble={trouble} said={said} onBack={onBack} />;
  return (
    <Bar label={label} over={<BarTrouble text={trouble} />}>
      <BarPart part="first">
        <BarPress {...press} />
      </BarPart>
      <BarPart part="middle">{children}</BarPart>
      <LastSaid said={said} onBack={onBack} />
    </Bar>
  );
}
