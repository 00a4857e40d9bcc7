import { type NavigateOptions, useNavigate, useRouter } from "@tanstack/react-router";
import { useEffect, useRef } from "react";

/**
 * Moves a bench to the address under which its thing is kept by now; who is on the way elsewhere
 * already, while the next stage is still being fetched, is not turned round.
 */
export function useMoving(): (to: NavigateOptions) => void {
  const navigate = useNavigate();
  const { history } = useRouter();
  /** The address of the bench. */
  const stands = useRef("");
  useEffect(() => {
    stands.current = history.location.pathname;
  }, [history]);
  return (to) => {
    if (history.location.pathname !== stands.current) return;
    void navigate(to);
    stands.current = history.location.pathname;
  };
}
