import tailwindcss from "@tailwindcss/vite";
import react from "@vitejs/plugin-react";
import { defineConfig } from "vitest/config";

const TESTS = "src/**/*.test.tsx";
const PLAIN = "src/**/*.test.ts";
const BASE = /node_modules\/(react|react-dom|react-is|scheduler|use-sync-external-store|clsx)\//;
const PLOTS =
  /node_modules\/(recharts|victory-vendor|d3-[a-z-]+|internmap|@reduxjs|redux|redux-thunk|react-redux|reselect|immer|es-toolkit|decimal\.js-light|eventemitter3|tiny-invariant)\//;
const MOCKING = "src/**/*.apart.test.tsx";
const PAGE = { environment: "jsdom", setupFiles: ["src/app/testSetup.ts"] };

export default defineConfig(({ command }) => ({
  base: command === "build" ? "/static/" : "/",
  plugins: [react(), tailwindcss()],
  build: {
    outDir: "../bunraku/server/static",
    emptyOutDir: true,
    // Small files stay files: the content security policy allows no data: scripts or fonts.
    assetsInlineLimit: 0,
    modulePreload: { polyfill: false },
    rolldownOptions: {
      output: {
        // What several views use, in few files: asking for thirty takes longer than reading them.
        // What draws plots is large, and few views have one.
        codeSplitting: {
          groups: [
            { name: "base", test: BASE, priority: 2 },
            { name: "plots", test: PLOTS, priority: 1 },
            { name: "shared", minShareCount: 2 },
          ],
        },
      },
    },
  },
  server: { proxy: { "/api": "http://127.0.0.1:8000" } },
  test: {
    // A busy machine is no fault of what is tested.
    testTimeout: 60_000,
    projects: [
      {
        extends: true,
        // What draws nothing needs no page.
        test: { name: "plain", environment: "node", include: [PLAIN], isolate: false },
      },
      {
        extends: true,
        // One page for all files of a worker: making one for each takes longer than the tests.
        test: { name: "together", ...PAGE, include: [TESTS], exclude: [MOCKING], isolate: false },
      },
      {
        extends: true,
        // What another file has loaded cannot be mocked any more.
        test: { name: "apart", ...PAGE, include: [MOCKING], isolate: true },
      },
    ],
  },
}));
