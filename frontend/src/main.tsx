import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { StrictMode } from "react";
import { createRoot } from "react-dom/client";
import { createBrowserRouter, Navigate, RouterProvider } from "react-router";
import "./app.css";
import { ShotDesk } from "./desk/ShotDesk";
import { ImportFile } from "./importing/ImportFile";
import { NumbersPage } from "./numbers/NumbersPage";
import { PlayersPage } from "./players/PlayersPage";
import { NewRecording } from "./recording/NewRecording";
import { RecordingPage } from "./recording/RecordingPage";
import { RecordingsPage } from "./recording/RecordingsPage";
import { Broken } from "./shell/Broken";
import { NotHere } from "./shell/NotHere";
import { applyTheme, storedTheme } from "./shell/theme";
import { TodayPage } from "./today/TodayPage";

applyTheme(storedTheme());

const queries = new QueryClient({ defaultOptions: { queries: { retry: 1, staleTime: 2000 } } });

const router = createBrowserRouter([{ errorElement: <Broken />, children: [
  { path: "/", element: <TodayPage /> },
  { path: "/recordings", element: <RecordingsPage /> },
  { path: "/recordings/new", element: <NewRecording /> },
  { path: "/recordings/:recording", element: <RecordingPage /> },
  { path: "/recordings/:recording/racks/:rack/shots?/:shot?", element: <ShotDesk /> },
  { path: "/numbers", element: <NumbersPage /> },
  { path: "/players", element: <PlayersPage /> },
  { path: "/import", element: <ImportFile /> },
  { path: "/today", element: <Navigate to="/" replace /> },
  { path: "*", element: <NotHere /> },
] }]);

const root = document.getElementById("root");
if (root)
  createRoot(root).render(
    <StrictMode>
      <QueryClientProvider client={queries}>
        <RouterProvider router={router} />
      </QueryClientProvider>
    </StrictMode>,
  );
