import { MutationCache, QueryCache, QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { RouterProvider } from "@tanstack/react-router";
import { Tooltip } from "radix-ui";
import { Problem } from "../api/client";
import { Toasts } from "../parts/toasts";
import { router } from "./router";

/** Signed out in another window, or the session ran out: sign in again and come back to where one was. */
function onProblem(error: Error) {
  if (error instanceof Problem && error.status === 401 && location.pathname !== "/sign-in")
    router.navigate({ to: "/sign-in", search: { back: location.pathname + location.search } });
}

const client = new QueryClient({
  queryCache: new QueryCache({ onError: onProblem }),
  mutationCache: new MutationCache({ onError: onProblem }),
  defaultOptions: {
    queries: {
      staleTime: 5_000,
      retry: (times, error) => times < 2 && !(error instanceof Problem && error.status >= 400 && error.status < 500),
    },
  },
});

/** The whole page: server state, tooltips, messages, routes. */
export function App() {
  return (
    <QueryClientProvider client={client}>
      <Tooltip.Provider>
        <Toasts>
          <RouterProvider router={router} />
        </Toasts>
      </Tooltip.Provider>
    </QueryClientProvider>
  );
}
