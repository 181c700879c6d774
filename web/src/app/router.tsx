import type { ReactNode } from 'react';
import { createBrowserRouter, useRouteError } from 'react-router';
import { serverAway } from '@/shared/api/client';
import { Failed } from '@/shared/ui/Page';
import { LinkButton } from '@/shared/ui/Button';
import { Layout } from './Layout';

export const router = createBrowserRouter([
  {
    path: '/',
    Component: Layout,
    ErrorBoundary: PageFault,
    HydrateFallback: () => null,
    // A page that cannot be shown leaves the bar, the alarms and the other pages as they are.
    children: [
      {
        ErrorBoundary: PageFault,
        children: [
          { index: true, lazy: () => import('@/features/bench/BenchPage') },
          { path: 'drinks', lazy: () => import('@/features/drinks/DrinksPage') },
          { path: 'drinks/paste', lazy: () => import('@/features/paste/PastePage') },
          { path: 'drinks/:drinkId/versions', lazy: () => import('@/features/drinks/VersionsPage') },
          { path: 'recipe/:drinkId', lazy: () => import('@/features/recipe/RecipePage') },
          { path: 'pantry', lazy: () => import('@/features/pantry/PantryPage') },
          { path: 'pantry/:plant', lazy: () => import('@/features/pantry/PlantPage') },
          { path: 'kitchen', lazy: () => import('@/features/kitchen/KitchenPage') },
          { path: 'kitchen/notebook', lazy: () => import('@/features/kitchen/NotebookPage') },
          { path: 'kitchen/instruments', lazy: () => import('@/features/kitchen/InstrumentsPage') },
          { path: 'plan', lazy: () => import('@/features/plan/PlanChoicePage') },
          { path: 'plan/occasion', lazy: () => import('@/features/occasion/OccasionListPage') },
          { path: 'plan/occasion/:occasionId', lazy: () => import('@/features/occasion/OccasionPage') },
          { path: 'plan/:drinkId', lazy: () => import('@/features/plan/PlanPage') },
          { path: 'plan/:drinkId/methods', lazy: () => import('@/features/plan/MethodsPage') },
          { path: 'plan/:drinkId/list', lazy: () => import('@/features/plan/ShoppingPage') },
          { path: 'steep', lazy: () => import('@/features/steep/SteepListPage') },
          { path: 'steep/as-usual', lazy: () => import('@/features/usual/AsUsualPage') },
          { path: 'steep/:batchId', lazy: () => import('@/features/steep/SteepPage') },
          { path: 'mix', lazy: () => import('@/features/mix/MixListPage') },
          { path: 'mix/stretch', lazy: () => import('@/features/mix/StretchPage') },
          { path: 'mix/ice', lazy: () => import('@/features/mix/IcePage') },
          { path: 'mix/syrup', lazy: () => import('@/features/mix/SyrupPage') },
          { path: 'mix/jug', lazy: () => import('@/features/mix/FreeJugPage') },
          { path: 'mix/jug/:jugId', lazy: () => import('@/features/mix/KeptJugPage') },
          { path: 'mix/guests', lazy: () => import('@/features/mix/GuestsPage') },
          { path: 'mix/colour', lazy: () => import('@/features/mix/ColourPage') },
          { path: 'mix/:batchId', lazy: () => import('@/features/mix/MixPage') },
          { path: 'keep', lazy: () => import('@/features/keep/KeepPage') },
          { path: 'keep/labels', lazy: () => import('@/features/keep/LabelsPage') },
          { path: 'keep/jar/:batchId', lazy: () => import('@/features/keep/JarPage') },
          { path: 'taste', lazy: () => import('@/features/taste/TasteListPage') },
          { path: 'taste/drink/:drinkId', lazy: () => import('@/features/taste/DrinkLifePage') },
          { path: 'taste/trainer', lazy: () => import('@/features/taste/TrainerPage') },
          { path: 'taste/tongue', lazy: () => import('@/features/taste/TonguePage') },
          { path: 'taste/:batchId', lazy: () => import('@/features/taste/TastePage') },
          { path: 'rules', lazy: () => import('@/features/rules/RulesPage') },
          { path: '*', Component: NoSuchPage },
        ],
      },
    ],
  },
]);

function PageFault(): ReactNode {
  const error = useRouteError();
  // A page's own script comes from the server too; browsers word that failure each in their way.
  const away = error instanceof Error && /dynamically imported|module script/i.test(error.message);
  return <Failed error={away ? serverAway() : error} retry={() => location.reload()} />;
}

function NoSuchPage(): ReactNode {
  return (
    <main id="main" className="mx-auto max-w-[1280px] px-6 py-10">
      <h1 className="text-2xl">Nothing is kept at this address</h1>
      <p className="my-3">The page may have been renamed. Everything begins at the bench.</p>
      <LinkButton to="/" kind="main">
        To the bench
      </LinkButton>
    </main>
  );
}
