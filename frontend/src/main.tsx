import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { StrictMode, type ComponentType } from "react";
import { createRoot } from "react-dom/client";
import { createBrowserRouter, Navigate, RouterProvider } from "react-router";
import { sessionQuery } from "./api/queries";
import "./app.css";
import { Broken } from "./shell/Broken";
import { NotHere } from "./shell/NotHere";
import { Troubles } from "./shell/Troubles";
import { Spoken } from "./words/Spoken";
import { applyTheme, storedTheme } from "./shell/theme";

applyTheme(storedTheme());

const queries = new QueryClient({ defaultOptions: { queries: { retry: 1, staleTime: 2000 } } });

/** Screens are fetched when they are first opened; what the first one needs, the page names (web/serving/pages.py). */
const page = (load: () => Promise<ComponentType>) => ({
  lazy: async () => {
    const Screen = await load();
    return {
      Component: () => (
        <Spoken waiting={<Troubles />}>
          <Screen />
        </Spoken>
      ),
    };
  },
});

const router = createBrowserRouter([
  {
    errorElement: <Broken />,
    HydrateFallback: () => null,
    children: [
      { path: "/", ...page(async () => (await import("./today/TodayPage")).TodayPage) },
      {
        path: "/recordings",
        ...page(async () => (await import("./recording/RecordingsPage")).RecordingsPage),
      },
      {
        path: "/recordings/new",
        ...page(async () => (await import("./recording/NewRecording")).NewRecording),
      },
      {
        path: "/recordings/:recording",
        ...page(async () => (await import("./recording/RecordingPage")).RecordingPage),
      },
      {
        path: "/recordings/:recording/racks/:rack/shots?/:shot?",
        ...page(async () => (await import("./desk/ShotDesk")).ShotDesk),
      },
      {
        path: "/recordings/:recording/racks/:rack/story/:shot?",
        ...page(async () => (await import("./story/StoryPage")).StoryPage),
      },
      {
        path: "/recordings/:recording/racks/:rack/choices/:shot?",
        ...page(async () => (await import("./choices/ChoicesPage")).ChoicesPage),
      },
      {
        path: "/recordings/:recording/racks/:rack/kicks/:shot?",
        ...page(async () => (await import("./kicks/KicksPage")).KicksPage),
      },
      {
        path: "/recordings/:recording/choices",
        ...page(async () => (await import("./ledger/LedgerPage")).LedgerPage),
      },
      {
        path: "/recordings/:recording/sheet",
        ...page(async () => (await import("./sheet/SheetPage")).SheetPage),
      },
      {
        path: "/players/:player/choices",
        ...page(async () => (await import("./ledger/LedgerPage")).LedgerPage),
      },
      {
        path: "/players/:player/habits",
        ...page(async () => (await import("./players/HabitsPage")).HabitsPage),
      },
      {
        path: "/players/:player/worth",
        ...page(async () => (await import("./players/WorthPage")).WorthPage),
      },
      {
        path: "/players/:player/model",
        ...page(async () => (await import("./players/ModelPage")).ModelPage),
      },
      {
        path: "/players/:player/then",
        ...page(async () => (await import("./players/ThenPage")).ThenPage),
      },
      {
        path: "/players/:player/causes",
        ...page(async () => (await import("./players/CausesPage")).CausesPage),
      },
      {
        path: "/recordings/:recording/racks/:rack/shots/:shot/call",
        ...page(async () => (await import("./stated/CallPage")).CallPage),
      },
      {
        path: "/numbers/stated",
        ...page(async () => (await import("./stated/JudgesPage")).JudgesPage),
      },
      { path: "/studies", ...page(async () => (await import("./studies/StudiesPage")).StudiesPage) },
      { path: "/studies/new", ...page(async () => (await import("./studies/NewStudy")).NewStudy) },
      { path: "/numbers", ...page(async () => (await import("./numbers/NumbersPage")).NumbersPage) },
      {
        path: "/numbers/ask",
        ...page(async () => (await import("./numbers/QuestionPage")).QuestionPage),
      },
      { path: "/players", ...page(async () => (await import("./players/PlayersPage")).PlayersPage) },
      { path: "/import", ...page(async () => (await import("./importing/ImportFile")).ImportFile) },
      { path: "/today", element: <Navigate to="/" replace /> },
      { path: "*", element: <NotHere /> },
    ],
  },
]);

// Every page waits for the member's words: they are asked for before it is drawn. What the desk needs besides is on
// its way already, see web/serving/pages.py.
void queries.prefetchQuery(sessionQuery);

const root = document.getElementById("root");
if (root)
  createRoot(root).render(
    <StrictMode>
      <QueryClientProvider client={queries}>
        <RouterProvider router={router} />
      </QueryClientProvider>
    </StrictMode>,
  );
