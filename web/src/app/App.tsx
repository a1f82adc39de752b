import { MantineProvider } from "@mantine/core";
import { Notifications } from "@mantine/notifications";
import { QueryClientProvider } from "@tanstack/react-query";
import { RouterProvider, createBrowserRouter } from "react-router";
import { queries } from "../api/queries";
import { visitorQuery } from "../api/studio";
import { tablesQuery } from "../parts/queries";
import { Broken } from "./Broken";
import { Loaded } from "./Loaded";
import { NotFound, Shell } from "./Shell";
import { theme } from "./theme";

// Every place needs them: they are on their way while its screen is read.
queries.query(visitorQuery).catch(() => undefined);
queries.query(tablesQuery).catch(() => undefined);

const bench = () => import("../screens/Bench/BenchPage");
const editor = () => import("../screens/Changes/EditorPage");
const plan = () => import("../screens/Plan/PlanPage");
const sounds = () => import("../screens/Sounds/SoundsPage");

const router = createBrowserRouter([
  {
    element: <Shell />,
    HydrateFallback: () => null,
    children: [
      {
        element: <Loaded />,
        errorElement: <Broken />,
        children: [
          { path: "/", lazy: () => import("../screens/Begin/BeginPage") },
          { path: "/help", lazy: () => import("../screens/Help/HelpPage") },
          { path: "/recipes", lazy: () => import("../screens/Recipes/RecipesPage") },
          { path: "/bench", lazy: bench },
          { path: "/bench/:id", lazy: bench },
          { path: "/stand", lazy: () => import("../screens/Stand/StandPage") },
          { path: "/plan", lazy: plan },
          { path: "/logbook", lazy: () => import("../screens/Logbook/LogbookPage") },
          { path: "/changes", lazy: () => import("../screens/Changes/ChangesPage") },
          { path: "/changes/new", lazy: editor },
          { path: "/changes/:id", lazy: editor },
          { path: "/vocabulary", lazy: () => import("../screens/Vocabulary/VocabularyPage") },
          { path: "/studio", lazy: () => import("../screens/Studio/StudioPage") },
          { path: "/ticket", lazy: () => import("../screens/Ticket/TicketPage") },
          { path: "/sounds", lazy: sounds },
          { path: "/sounds/:id", lazy: sounds },
        ],
      },
      { path: "*", element: <NotFound /> },
    ],
  },
]);

export function App() {
  return (
    <QueryClientProvider client={queries}>
      <MantineProvider theme={theme} defaultColorScheme="auto">
        <Notifications position="bottom-right" />
        <RouterProvider router={router} />
      </MantineProvider>
    </QueryClientProvider>
  );
}
