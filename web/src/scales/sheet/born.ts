import type { Draft } from "./draft";

/**
 * What passes between two addresses of the stage. A new sheet gets an address once it is kept, and
 * its bench must not begin anew for that; and a new sheet may begin with something in hand.
 */
let adopted: number | null = null;
let inHand: Draft | null = null;

/** The bench on screen goes on under the address of this sheet. */
export function adopt(id: number): void {
  adopted = id;
}

/** Whether the sheet at an address is the one that the bench on screen has just kept. */
export function isAdopted(id: number | null): boolean {
  return id !== null && id === adopted;
}

/** Forget which bench goes on, as another sheet is opened. */
export function release(): void {
  adopted = null;
}

/** Hand a draft over to the next new sheet. */
export function handOver(draft: Draft): void {
  inHand = draft;
}

/** The draft handed over, once. */
export function takeInHand(): Draft | null {
  const draft = inHand;
  inHand = null;
  return draft;
}
