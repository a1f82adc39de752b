import { MantineProvider } from "@mantine/core";
import { Notifications } from "@mantine/notifications";
import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { Navigate, RouterProvider, createBrowserRouter } from "react-router";
import { BenchPage } from "../screens/Bench/BenchPage";
import { ChangesPage } from "../screens/Changes/ChangesPage";
import { EditorPage } from "../screens/Changes/EditorPage";
import { RecipesPage } from "../screens/Recipes/RecipesPage";
import { SoundsPage } from "../screens/Sounds/SoundsPage";
import { NotFound, Shell } from "./Shell";
import { theme } from "./theme";

const queries = new QueryClient({ defaultOptions: { queries: { refetchOnWindowFocus: false, retry: 1 } } });

const router = createBrowserRouter([
  {
    element: <Shell />,
    children: [
      { path: "/", element: <Navigate to="/recipes" replace /> },
      { path: "/recipes", element: <RecipesPage /> },
      { path: "/bench", element: <BenchPage /> },
      { path: "/bench/:id", element: <BenchPage /> },
      { path: "/changes", element: <ChangesPage /> },
      { path: "/changes/new", element: <EditorPage /> },
      { path: "/changes/:id", element: <EditorPage /> },
      { path: "/sounds", element: <SoundsPage /> },
      { path: "/sounds/:id", element: <SoundsPage /> },
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
