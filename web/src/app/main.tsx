import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { RouterProvider } from "@tanstack/react-router";
import { StrictMode } from "react";
import { createRoot } from "react-dom/client";
import { Problem } from "../api/problem";
import "../ui/styles.css";
import { makeRouter } from "./router";

const RETRIES = 2;

const cache = new QueryClient({
  defaultOptions: {
    queries: {
      // What the server refused stays refused; only a silent line is worth another try.
      retry: (count, error) => !(error instanceof Problem && !error.away) && count < RETRIES,
      refetchOnWindowFocus: false,
    },
  },
});

const page = document.getElementById("root");
if (page)
  createRoot(page).render(
    <StrictMode>
      <QueryClientProvider client={cache}>
        <RouterProvider router={makeRouter(cache)} />
      </QueryClientProvider>
    </StrictMode>,
  );
