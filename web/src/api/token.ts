/** A mark that tells one thing done from all others, so that sending it twice does it once. */
export function newToken(): string {
  return crypto.randomUUID().replaceAll("-", "");
}
