import { QueryClientProvider } from "@tanstack/react-query";
import { RouterProvider } from "@tanstack/react-router";
import { Tooltip } from "radix-ui";
import { Toasts } from "../parts/toasts";
import { router } from "./router";
import { serverState } from "./serverState";

/** The whole page: server state, tooltips, messages, routes. */
export function App() {
  return (
    <QueryClientProvider client={serverState}>
      <Tooltip.Provider>
        <Toasts>
          <RouterProvider router={router} />
        </Toasts>
      </Tooltip.Provider>
    </QueryClientProvider>
  );
}
