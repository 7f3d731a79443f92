import './app/theme.css';
import { QueryClientProvider } from '@tanstack/react-query';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { RouterProvider } from 'react-router';
import { router } from './app/router.js';
import { answeredEarly } from './kit/early.js';
import { keepSeen, restoreSeen } from './kit/keep.js';
import { queryClient } from './kit/queries.js';

// What the server says already need not wait for what this device remembers.
await Promise.race([restoreSeen(), answeredEarly()]);
keepSeen();
createRoot(document.getElementById('root')!).render(
  <StrictMode>
    <QueryClientProvider client={queryClient}>
      <RouterProvider router={router} />
    </QueryClientProvider>
  </StrictMode>,
);
// The screens themselves are kept too; they are served from the device when the line is down.
if (import.meta.env.PROD && 'serviceWorker' in navigator)
  void navigator.serviceWorker.register('/sw.js').catch(() => undefined);
// A page older than what the server now has cannot load its other screens: it begins anew, once a line is there.
window.addEventListener('vite:preloadError', () => {
  if (navigator.onLine) window.location.reload();
});
