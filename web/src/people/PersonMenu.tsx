import { Menu, MenuButton, MenuItem, MenuItems } from '@headlessui/react';
import { ChevronDown } from 'lucide-react';
import { useNavigate } from 'react-router';
import type { SessionView } from '@tribos/contract';
import { signOut } from './useSession.js';

const ITEM =
  'flex min-h-11 w-full items-center px-4 text-left data-focus:bg-page data-focus:font-semibold whitespace-nowrap';

/** Who is at the screen: change to somebody else, see to one’s own password and devices, sign out. */
export function PersonMenu({ session, change }: { session: SessionView; change: () => void }) {
  const navigate = useNavigate();
  const { name, role } = session.person;
  return (
    <Menu>
      <MenuButton className="inline-flex min-h-11 items-center gap-2 px-2.5 text-right leading-tight whitespace-nowrap">
        <span>
          <span className="block max-w-24 truncate sm:max-w-40">{name}</span>
          <span className="hidden text-small text-soft sm:block">
            <span className="sr-only">, </span>
            {role}
            {session.byPin ? ', by PIN' : ''}
          </span>
        </span>
        <ChevronDown size={16} aria-hidden="true" />
      </MenuButton>
      <MenuItems
        anchor="bottom end"
        className="z-50 grid border border-rule border-t-4 border-t-brass bg-sheet outline-none"
      >
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
