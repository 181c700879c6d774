import { Menu, Moon, Sun } from 'lucide-react';
import { lazy, Suspense, type ReactNode } from 'react';
import { NavLink, Outlet, ScrollRestoration, useLocation } from 'react-router';
import { useHouse, useLiveUpdates } from '@/shared/api/queries';
import { useFiguresFirst } from '@/shared/format/figuresFirst';
import { Alone } from '@/shared/ui/Alone';
import { useTasteLater } from '@/shared/verdict/tasteLater';
import { DayBar, RunningClock } from '@/features/steep';
import { useOpenOnPaper } from './onPaper';
import { ServerBanner } from './ServerBanner';
import { useTheme } from './theme';

// Only where something was mixed on this device and not tasted.
const TasteReminder = lazy(() => import('@/features/taste/TasteReminder'));
// It rings on every page, and is not needed for the first one to be shown.
const AlarmKeeper = lazy(() => import('@/features/steep/AlarmKeeper'));

// Only where a day of several drinks is begun.
const SheetKeeper = lazy(() => import('@/features/occasion/SheetKeeper'));

const WAY_OF_WORK = [
  ['/plan', 'Plan'],
  ['/steep', 'Steep'],
  ['/mix', 'Mix'],
  ['/keep', 'Keep'],
  ['/taste', 'Taste'],
] as const;

/** Behind the work: beside it on a table, in the menu on a phone. */
const BEHIND = [
  ['/drinks', 'Drinks'],
  ['/pantry', 'Pantry'],
  ['/kitchen', 'Kitchen'],
  ['/rules', 'Rules'],
] as const;

/** The bar of places in the order of the work, at the thumb on a phone, and the page. */
export function Layout(): ReactNode {
  useLiveUpdates();
  useOpenOnPaper();
  const { pathname } = useLocation();
  // Every page writes its figures in the measures of the house.
  const house = useHouse().data;
  const units = house?.kitchen.body.units ?? 'metric';
  const begun = house?.occasions.some((o) => o.body.sheet) ?? false;
  const figuresFirst = useFiguresFirst((s) => s.figuresFirst);
  const toTaste = useTasteLater((s) => s.waiting.length > 0);
  return (
    <>
      <a href="#main" className="sr-only focus:not-sr-only focus:absolute focus:z-50 focus:bg-surface focus:p-3">
        Skip to the page
      </a>
      <header className="relative border-b border-line bg-surface">
        <div className="mx-auto flex w-full max-w-[1280px] items-center gap-x-6 px-4 sm:flex-wrap sm:px-6">
          <NavLink to="/" className="flex min-h-12 items-center font-display text-xl font-bold">
            Steepsis
          </NavLink>
          <nav aria-label="The order of the work" className="places">
            <ol className="graduation flex sm:flex-wrap">
              {WAY_OF_WORK.map(([to, name]) => (
                <li key={to} className="flex-1 sm:flex-none">
                  <NavLink
                    to={to}
                    className={({ isActive }) =>
                      `flex min-h-12 items-center justify-center border-t-[5px] px-2 font-semibold sm:border-b-[5px] sm:border-t-0 sm:px-4 ${isActive ? 'border-ink text-ink' : 'border-transparent text-muted hover:text-ink'}`
                    }
                  >
                    {name}
                  </NavLink>
                </li>
              ))}
            </ol>
          </nav>
          <div className="ml-auto flex items-center gap-1 sm:flex-wrap sm:gap-3">
            <div className="sm:hidden">
              <RunningClock />
            </div>
            <nav aria-label="Behind it" className="hidden flex-wrap items-center gap-x-2 sm:flex">
              {BEHIND.map(([to, name]) => (
                <NavLink
                  key={to}
                  to={to}
                  className={({ isActive }) =>
                    `flex min-h-11 items-center px-2 font-medium ${isActive ? 'underline decoration-2 underline-offset-4' : 'text-muted hover:text-ink'}`
                  }
                >
                  {name}
                </NavLink>
              ))}
            </nav>
            <ThemeButton className="max-sm:hidden" />
            <PhoneMenu key={pathname} />
          </div>
        </div>
        <div className="pointer-events-none absolute inset-x-4 bottom-0 sm:pointer-events-auto sm:static sm:px-6">
          <Alone of="The day ahead" at={0} silent>
            <DayBar />
          </Alone>
        </div>
      </header>
      <ServerBanner />
      <Suspense>
        <Alone of="The alarms" at={0}>
          <AlarmKeeper />
        </Alone>
      </Suspense>
      {begun && (
        <Suspense>
          <Alone of="The day that is begun" at={0} silent>
            <SheetKeeper />
          </Alone>
        </Suspense>
      )}
      {toTaste && (
        <Suspense>
          <Alone of="What is to be tasted" at={0} silent>
            <TasteReminder />
          </Alone>
        </Suspense>
      )}
      <Outlet key={`${units} ${figuresFirst}`} />
      <ScrollRestoration />
    </>
  );
}

/** What lies behind the work, on a phone: it closes by going anywhere. */
function PhoneMenu(): ReactNode {
  return (
    <details className="relative sm:hidden">
      <summary
        aria-label="Menu"
        className="grid size-11 cursor-pointer list-none place-items-center [&::-webkit-details-marker]:hidden"
      >
        <Menu size={24} aria-hidden />
      </summary>
      <nav
        aria-label="Menu"
        className="absolute right-0 top-full z-50 flex w-56 flex-col rounded-md border border-ink/40 bg-surface p-2 shadow-lg"
      >
        {[['/', 'Bench'] as const, ...BEHIND].map(([to, name]) => (
          <NavLink
            key={to}
            to={to}
            end={to === '/'}
            className={({ isActive }) =>
              `flex min-h-12 items-center border-l-4 px-3 text-lg font-medium ${isActive ? 'border-ink' : 'border-transparent text-muted'}`
            }
          >
            {name}
          </NavLink>
        ))}
        <ThemeButton className="flex min-h-12 w-full items-center gap-2 px-4 text-lg" named />
      </nav>
    </details>
  );
}

function ThemeButton({ className = '', named = false }: { className?: string; named?: boolean }): ReactNode {
  const { theme, toggle } = useTheme();
  const next = theme === 'light' ? 'dark' : 'light';
  return (
    <button
      type="button"
      onClick={toggle}
      aria-label={`Switch to the ${next} theme`}
      className={`text-muted hover:text-ink ${named ? '' : 'grid size-11 place-items-center'} ${className}`}
    >
      {theme === 'light' ? <Moon size={19} aria-hidden /> : <Sun size={19} aria-hidden />}
      {named && `The ${next} theme`}
    </button>
  );
}
