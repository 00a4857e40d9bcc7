/** Words as a sentence begins and ends. */
export const sentence = (words: string) =>
  words && `${words.charAt(0).toUpperCase()}${words.slice(1)}.`;
