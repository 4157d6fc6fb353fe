import { setNonce } from "get-nonce";
import { StrictMode } from "react";
import { createRoot } from "react-dom/client";
import { followSystem } from "../shared/theme";
import { App } from "./App";
import "./theme.css";

// What locks scrolling behind a dialog adds a style; the policy lets it by this page's own nonce
// only.
const nonce = document.querySelector<HTMLMetaElement>('meta[name="csp-nonce"]')?.content;
if (nonce) setNonce(nonce);
followSystem();

const root = document.getElementById("root");
if (root)
  createRoot(root).render(
    <StrictMode>
      <App />
    </StrictMode>,
  );
