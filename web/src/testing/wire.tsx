import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import type { ReactNode } from "react";
import { vi } from "vitest";
import type { Me } from "../api/schema";
import { ViewingProvider } from "../seen/viewing";

/** A painter signed in. */
export const ME = { name: "ann", stage_value: 5, authenticated: true } as unknown as Me;

/** What was sent over the line. */
export interface Sent {
  method: string;
  path: string;
  body: unknown;
}

type Answer = (sent: Sent) => { status?: number; body: unknown } | Promise<never>;

/** An answer that never comes, as with the plug pulled. */
export const SILENCE = (): Promise<never> => Promise.reject(new TypeError("Failed to fetch"));

/** Puts a server of the test's own behind `fetch`; returns the list of what is sent to it. */
export function answerWith(answer: Answer): Sent[] {
  const log: Sent[] = [];
  vi.stubGlobal("fetch", async (request: Request) => {
    const text = await request.clone().text();
    const sent = {
      method: request.method,
      path: new URL(request.url).pathname,
      body: text ? JSON.parse(text) : null,
    };
    log.push(sent);
    const { status = 200, body } = await answer(sent);
    return new Response(JSON.stringify(body), {
      status,
      headers: { "Content-Type": "application/json" },
    });
  });
  return log;
}

/**
 * What stands around a component in the studio; a mutation tries again without waiting. `know` puts
 * into the cache what the component finds there.
 */
export function studio(
  know: (cache: QueryClient) => void = () => {},
): ({ children }: { children: ReactNode }) => ReactNode {
  const client = new QueryClient({ defaultOptions: { mutations: { retryDelay: 1 } } });
  know(client);
  return ({ children }) => (
    <QueryClientProvider client={client}>
      <ViewingProvider me={ME}>{children}</ViewingProvider>
    </QueryClientProvider>
  );
}
