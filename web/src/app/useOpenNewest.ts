import { useQueryClient } from "@tanstack/react-query";
import { useNavigate } from "@tanstack/react-router";
import { meQuery, sheetsQuery, tubesThat } from "../api/queries";

/** Opens the newest sheet of whoever is signed in now, or the box where nothing is in it. */
export function useOpenNewest() {
  const cache = useQueryClient();
  const navigate = useNavigate();
  return async () => {
    await cache.fetchQuery({ ...meQuery, staleTime: 0 });
    const [newest] = await cache.fetchQuery({ ...sheetsQuery, staleTime: 0 });
    const to = "/scales/{-$sheetId}" as const;
    if (newest) return navigate({ to, params: { sheetId: String(newest.id) } });
    const tubes = await cache.fetchQuery({ ...tubesThat("all"), staleTime: 0 });
    return navigate(tubes.length > 0 ? { to } : { to: "/tubes" });
  };
}
