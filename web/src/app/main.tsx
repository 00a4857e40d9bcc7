import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { RouterProvider } from "@tanstack/react-router";
import { StrictMode } from "react";
import { createRoot } from "react-dom/client";
import { renewAnswers, tidyAnswers } from "../api/answers";
import { Problem } from "../api/problem";
import "../ui/styles.css";
import { makeRouter } from "./router";

const RETRIES = 2;
const RENEWED = "mesotint.renewed";
const RENEWED_WITHIN_MS = 60_000;
const TIDIES_AFTER_MS = 20_000;
/** The first view has all of a slow phone until then. */
const WORKS_OFFLINE_AFTER_MS = 2500;

const cache = new QueryClient({
  defaultOptions: {
    queries: {
      // What the server refused stays refused; only a silent line is worth another try.
      retry: (count, error) => !(error instanceof Problem && !error.away) && count < RETRIES,
      refetchOnWindowFocus: false,
      // Without a network there may still be a line, and there are last answers.
      networkMode: "always",
    },
    mutations: { networkMode: "always" },
  },
});

// A page that was open while the studio was renewed asks for parts that are gone.
window.addEventListener("vite:preloadError", () => {
  const last = Number(sessionStorage.getItem(RENEWED));
  if (!navigator.onLine || Date.now() - last < RENEWED_WITHIN_MS) return;
  sessionStorage.setItem(RENEWED, String(Date.now()));
  window.location.reload();
});
window.setTimeout(tidyAnswers, TIDIES_AFTER_MS);
renewAnswers();
if (import.meta.env.PROD)
  window.setTimeout(() => navigator.serviceWorker?.register("/sw.js"), WORKS_OFFLINE_AFTER_MS);

const page = document.getElementById("root");
if (page)
  createRoot(page).render(
    <StrictMode>
      <QueryClientProvider client={cache}>
        <RouterProvider router={makeRouter(cache)} />
      </QueryClientProvider>
    </StrictMode>,
  );
