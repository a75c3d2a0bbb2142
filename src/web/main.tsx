import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { createBrowserRouter, RouterProvider } from 'react-router';
import { Refused } from './api/client';
import { MarkSprite } from './marks/mark';
import { Decide } from './routes/decide';
import { Marks } from './routes/marks';
import { NewPainting } from './routes/newPainting';
import { NotFound, Oops } from './routes/notFound';
import { PaintingHome, PaintingLayout } from './routes/paintingLayout';
import { Photo } from './routes/photo';
import { Plan } from './routes/plan';
import { Progress } from './routes/progress';
import { Studio } from './routes/studio';
import { Wall } from './routes/wall';
import { SettingsProvider } from './settings';
import { ConflictDialog } from './slips/conflictDialog';
import './styles.css';

const client = new QueryClient({
  defaultOptions: { queries: { staleTime: 10_000, retry: (count, error) => count < 2 && !(error instanceof Refused) } },
});

const router = createBrowserRouter([
  {
    errorElement: <Oops />,
    children: [
      { path: '/', element: <Studio /> },
      { path: '/new', element: <NewPainting /> },
      { path: '/marks', element: <Marks /> },
      {
        path: '/painting/:paintingId',
        element: <PaintingLayout />,
        children: [
          { index: true, element: <PaintingHome /> },
          { path: 'plan', element: <Plan /> },
          { path: 'photo/:session', element: <Photo /> },
          { path: 'wall/:session', element: <Wall /> },
          { path: 'decide/:session', element: <Decide /> },
          { path: 'progress', element: <Progress /> },
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
