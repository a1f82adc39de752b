import "@mantine/core/styles.css";
import "../app/theme.css";
import { MantineProvider } from "@mantine/core";
import { StrictMode } from "react";
import { createRoot } from "react-dom/client";
import { theme } from "../app/theme";
import { PackPage } from "./PackPage";
import { packOfPage } from "./pack";

const root = document.getElementById("root");
if (root)
  createRoot(root).render(
    <StrictMode>
      <MantineProvider theme={theme} defaultColorScheme="auto">
        <PackPage pack={packOfPage()} />
      </MantineProvider>
    </StrictMode>,
  );
