/** An error answer of the server (RFC 9457), or of the line to it, in a sentence that helps. */
export class Problem extends Error {
  constructor(
    readonly status: number,
    detail: string,
    readonly field?: string,
    /** What is wrong with a file, line by line. */
    readonly faults: ReadonlyArray<{ line: number; says: string }> = [],
  ) {
    super(detail);
  }

  /** Whether nothing was decided: the line is silent, or the studio cannot serve just now. */
  get away(): boolean {
    return isAway(this.status);
  }
}

/** No answer, a server behind another that is not there, a database away, or a full disk. */
const AWAY = [0, 502, 503, 504, 507];

export const isAway = (status: number): boolean => AWAY.includes(status);

const UNREACHABLE = "The studio does not answer. Your work is still here; try again in a moment.";

/** The problem in an answer that is not a success. */
export function problemFrom(status: number, body: unknown): Problem {
  const told = (typeof body === "object" && body !== null ? body : {}) as Record<string, unknown>;
  const detail = typeof told.detail === "string" ? told.detail : UNREACHABLE;
  const faults = Array.isArray(told.faults) ? told.faults : [];
  return new Problem(
    status,
    detail,
    typeof told.field === "string" ? told.field : undefined,
    faults as Array<{ line: number; says: string }>,
  );
}

/** The problem of a request that never got an answer. */
export function unreachable(): Problem {
  return new Problem(0, UNREACHABLE);
}
