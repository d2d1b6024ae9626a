import { Menu, MenuButton, MenuItem, MenuItems } from '@headlessui/react';
import { ChevronDown, Library, Search } from 'lucide-react';
import { useNavigate } from 'react-router';
import { wayTo, type ViewName } from '../shows/address';
import { useShows } from '../shows/useShows';

const MOST = 8;

/** The show that is open, by its name; from here to those that were changed last, and to all. */
export function ShowMenu({
  id,
  name,
  view,
  onSearch,
}: {
  id: string | null;
  name: string | undefined;
  /** The view that is looked at: of another show the same is opened. */
  view: ViewName;
  onSearch: () => void;
}) {
  const navigate = useNavigate();
  const shows = useShows().data ?? [];
  const items = [
    ...shows.slice(0, MOST).map((show) => ({
      key: show.id,
      label: show.name,
      icon: null,
      isOpen: show.id === id,
      go: () => void navigate(wayTo(show.id, show.rig === null ? 'bench' : view)),
    })),
    {
      key: 'search',
      label: 'Find anything',
      icon: <Search size={16} />,
      isOpen: false,
      go: onSearch,
    },
    {
      key: 'library',
      label: `All ${shows.length} shows`,
      icon: <Library size={16} />,
      isOpen: false,
      go: () => void navigate('/library'),
    },
  ];
  return (
    <Menu>
      <MenuButton
        className="btn btn-sm min-h-9 max-w-56 gap-1 px-2 text-base font-semibold btn-ghost"
        title={name}
        aria-label={`Show: ${name ?? 'none is open'}`}
      >
        <span className="truncate">{name ?? 'Shows'}</span>
        <ChevronDown size={16} aria-hidden="true" className="shrink-0" />
      </MenuButton>
      <MenuItems
        anchor="bottom start"
        className="z-50 flex w-80 flex-col rounded-box border border-base-content/40 bg-base-100 p-1 shadow-lg outline-none"
      >
        {items.map((item) => (
          <MenuItem key={item.key}>
            <button
              type="button"
              className="flex min-h-9 items-center gap-2 rounded-field px-3 text-left data-focus:bg-base-300"
              onClick={item.go}
            >
              {item.icon}
              <span className={`min-w-0 flex-1 truncate ${item.isOpen ? 'font-semibold' : ''}`}>
                {item.label}
              </span>
              {item.isOpen && <span className="text-sm">open</span>}
            </button>
          </MenuItem>
        ))}
      </MenuItems>
    </Menu>
  );
}
