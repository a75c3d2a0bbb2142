import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { StrictMode, type ComponentType } from 'react';
import { createRoot } from 'react-dom/client';
import { createBrowserRouter, Outlet, RouterProvider } from 'react-router';
import { Refused } from './api/client';
import { useBlackButton } from './keyboard';
import { MarkSprite } from './marks/mark';
import { NotFound, Oops } from './studio/notFound';
import { Studio } from './studio/studio';
import { SettingsProvider } from './settings';
import { ConflictDialog } from './ui/conflictDialog';
import './styles.css';
import './devices.css';

const client = new QueryClient({
  defaultOptions: { queries: { staleTime: 10_000, retry: (count, error) => count < 2 && !(error instanceof Refused) } },
});

/** A room, loaded when it is first entered: the studio's page needs none of their tools. */
const room = (load: () => Promise<ComponentType>) => async () => ({ Component: await load() });

/** What holds in every room. */
function House() {
  useBlackButton();
  return <Outlet />;
}

const router = createBrowserRouter([
  {
    element: <House />,
    errorElement: <Oops />,
    hydrateFallbackElement: <></>,
    children: [
      { path: '/', element: <Studio /> },
      { path: '/new', lazy: room(async () => (await import('./studio/newPainting')).NewPainting) },
      { path: '/put-away', lazy: room(async () => (await import('./studio/putAway')).PutAway) },
      { path: '/marks', lazy: room(async () => (await import('./studio/marks')).Marks) },
      {
        path: '/painting/:paintingId',
        lazy: room(async () => (await import('./painting/paintingLayout')).PaintingLayout),
        children: [
          { index: true, lazy: room(async () => (await import('./painting/paintingLayout')).PaintingHome) },
          { path: 'plan', lazy: room(async () => (await import('./plan/plan')).Plan) },
          { path: 'photo', lazy: room(async () => (await import('./painting/paintingLayout')).LatestPhoto) },
          { path: 'photo/:session', lazy: room(async () => (await import('./photo/photo')).Photo) },
          { path: 'wall/:session', lazy: room(async () => (await import('./wall/wall')).Wall) },
          { path: 'decide/:session', lazy: room(async () => (await import('./decide/decide')).Decide) },
          { path: 'progress', lazy: room(async () => (await import('./progress/progress')).Progress) },
        ],
      },
      { path: '*', element: <NotFound /> },
    ],
  },
]);

const root = document.getElementById('root');
if (root) {
  createRoot(root).render(
    <StrictMode>
      <QueryClientProvider client={client}>
        <SettingsProvider>
          <MarkSprite />
          <RouterProvider router={router} />
          <ConflictDialog />
        </SettingsProvider>
      </QueryClientProvider>
    </StrictMode>,
  );
}
