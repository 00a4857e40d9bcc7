/**
 * What was begun is gone to once it is there, but who has left for another place meanwhile is not
 * fetched back from it: a mutation notes where it began, and asks before it goes on.
 */
export const fromHere = () => ({ from: window.location.pathname });

/** Whether the painter is still where the mutation began. */
export const stillThere = (began: { from: string } | undefined): boolean =>
  began?.from === window.location.pathname;
