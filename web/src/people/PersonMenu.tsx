import { Menu, MenuButton, MenuItem, MenuItems } from '@headlessui/react';
import { useNavigate } from 'react-router';
import type { SessionView } from '@tribos/contract';
import { isPhone } from '../kit/media.js';
import { toggleTheme, toggleUnit, useSettings } from '../kit/settings.js';
import { initials } from './initials.js';
import { signOut } from './useSession.js';

const ITEM =
  'flex min-h-11 w-full items-center px-4 text-left data-focus:bg-page data-focus:font-semibold whitespace-nowrap';

/** Who is at the screen: change to somebody else, see to one’s own password and devices, sign out. */
export function PersonMenu({
  session,
  change,
  find,
}: {
  session: SessionView;
  change: () => void;
  /** Opens the search; on a phone it is in here, with units and light. */
  find: () => void;
}) {
  const navigate = useNavigate();
  const { unit, theme } = useSettings();
  const { name, role } = session.person;
  const asWhom = `${role}${session.byPin ? ', by PIN' : ''}`;
  const own: readonly (readonly [string, () => void])[] = isPhone()
    ? [
        ['Find', find],
        [`Show ${unit === 'mm' ? 'inches' : 'millimetres'}`, toggleUnit],
        [`Bay light ${theme === 'light' ? 'on' : 'off'}`, toggleTheme],
      ]
    : [];
  return (
    <Menu as="div" className="relative">
      <MenuButton title={name} className="inline-flex size-11 shrink-0 items-center justify-center font-bold">
        <span className="sr-only">
          {name}, {asWhom},{' '}
        </span>
        {initials(name)}
      </MenuButton>
      <MenuItems
        modal={false}
        className="absolute top-full right-0 z-50 grid border border-rule border-t-4 border-t-brass bg-sheet outline-none"
      >
        <p className="px-4 py-2 leading-tight">
          {name}
          <span className="block text-small text-soft">{asWhom}</span>
        </p>
        {own.map(([label, act]) => (
          <MenuItem key={label}>
            <button type="button" className={ITEM} onClick={act}>
              {label}
            </button>
          </MenuItem>
        ))}
        <MenuItem>
          <button type="button" className={ITEM} onClick={change}>
            Change person
          </button>
        </MenuItem>
        <MenuItem>
          <button type="button" className={ITEM} onClick={() => void navigate('/me')}>
            Password, PIN, devices
          </button>
        </MenuItem>
        <MenuItem>
          <button type="button" className={ITEM} onClick={() => void signOut()}>
            Sign out
          </button>
        </MenuItem>
      </MenuItems>
    </Menu>
  );
}
