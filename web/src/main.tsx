import "@fontsource-variable/figtree";
import "@fontsource-variable/literata";
import "@mantine/core/styles.css";
import "@mantine/notifications/styles.css";
import "./app/theme.css";
import { StrictMode } from "react";
import { createRoot } from "react-dom/client";
import { App } from "./app/App";
import { upgradeDrafts } from "./parts/documents/upgradeDrafts";

const root = document.getElementById("root");
if (root === null) throw new Error("The page has no root element");
await upgradeDrafts().catch(() => undefined);
createRoot(root).render(
  <StrictMode>
    <App />
  </StrictMode>,
);
