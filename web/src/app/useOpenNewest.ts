import { useQueryClient } from "@tanstack/react-query";
import { useNavigate } from "@tanstack/react-router";
import { meQuery, sheetsQuery } from "../api/queries";

/** Opens the newest sheet of whoever is signed in now, or a new one where there is none. */
export function useOpenNewest() {
  const cache = useQueryClient();
  const navigate = useNavigate();
  return async () => {
    await cache.fetchQuery({ ...meQuery, staleTime: 0 });
    const [newest] = await cache.fetchQuery({ ...sheetsQuery, staleTime: 0 });
    const to = "/scales/{-$sheetId}" as const;
    await navigate(newest ? { to, params: { sheetId: String(newest.id) } } : { to });
  };
}
