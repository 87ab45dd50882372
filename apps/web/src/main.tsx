import './styles.css';
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { Suspense } from 'react';
import { createRoot } from 'react-dom/client';
import { RouterProvider } from 'react-router/dom';
import { Unreachable } from './api/http.js';
import { router } from './router.js';
import { Loading } from './ui/states.js';

const client = new QueryClient({
  defaultOptions: {
    queries: {
      networkMode: 'always',
      refetchOnWindowFocus: false,
      retry: (tries, error) => error instanceof Unreachable && tries < 2,
      retryDelay: 700,
    },
  },
});

createRoot(document.getElementById('root')!).render(
  <QueryClientProvider client={client}>
    <Suspense fallback={<Loading what="Pale Glint" />}>
      <RouterProvider router={router} />
    </Suspense>
  </QueryClientProvider>,
);
