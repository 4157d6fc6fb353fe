/** The one store of what the server told. */
import { MutationCache, QueryCache, QueryClient } from "@tanstack/react-query";
import { Problem } from "../api/client";

/** Signed out in another window, or the session ran out: sign in again and come back to where
 * one was. */
function onProblem(error: Error) {
  if (error instanceof Problem && error.status === 401 && location.pathname !== "/sign-in")
    location.assign(`/sign-in?back=${encodeURIComponent(location.pathname + location.search)}`);
}

export const serverState = new QueryClient({
  queryCache: new QueryCache({ onError: onProblem }),
  mutationCache: new MutationCache({ onError: onProblem }),
  defaultOptions: {
    queries: {
      staleTime: 5_000,
      retry: (times, error) =>
        times < 2 && !(error instanceof Problem && error.status >= 400 && error.status < 500),
    },
  },
});
