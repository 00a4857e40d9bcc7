import type { LinkProps } from "@tanstack/react-router";
import type { STRIPS } from "../api/strips";

/** An answer to what a painter asks: a strip of paint, a few sentences, and where to go. */
export interface HowTo {
  asks: string;
  says: readonly string[];
  strip: keyof typeof STRIPS;
  /** What the strip shows, for who does not see it. */
  shows: string;
  go: { says: string; to: LinkProps["to"] };
}

const SCALES = { says: "To the scales", to: "/scales/{-$sheetId}" } as const;
const PILES = { says: "To the piles", to: "/piles/{-$pileId}" } as const;
const TUBES = { says: "To the tubes", to: "/tubes" } as const;
const PAINTINGS = { says: "To the paintings", to: "/paintings/{-$paintingId}" } as const;
const JOURNAL = { says: "To the journal", to: "/journal/{-$entryId}" } as const;
const PRACTICE = { says: "To practice", to: "/practice" } as const;

export const HOWTOS: readonly HowTo[] = [
  {
    asks: "I got brown instead of grey",
    says: [
      "A brown is a dark orange: the mixture still leans to the warm paint.",
      "Add its partner by traces, and look after each.",
      "On the scale the greyest step carries a mark; its parts are what to aim for.",
    ],
    strip: "brown",
    shows: "An orange with more and more blue: brown, duller brown, grey.",
    go: SCALES,
  },
  {
    asks: "My grey looks green",
    says: [
      "Name the lean, then add a little of its opposite: red takes green out.",
      "Open it with white first, so that the lean shows.",
      "Choose the step, then Make it true: it tells which trace, and how much.",
    ],
    strip: "green",
    shows: "A green grey that loses its lean as red is added by traces.",
    go: SCALES,
  },
  {
    asks: "I need the same colour again",
    says: [
      "What hit its target, or was scooped, is in the journal.",
      "Find it by looking, by a word, or near a colour.",
      "Mix it again tells any amount in your measure, step by step.",
    ],
    strip: "value",
    shows: "Four mixtures beside each other, as they stand in the journal.",
    go: JOURNAL,
  },
  {
    asks: "My dark looks like black",
    says: [
      "A dark hides its lean. The white test opens it with four parts of white.",
      "Press W, or look at the second patch here: two darks, each alone and opened.",
      "Take the lean out, or keep it: it is what makes a dark live.",
    ],
    strip: "dark",
    shows: "Two mixed darks, each alone and opened with white.",
    go: SCALES,
  },
  {
    asks: "One paint takes over",
    says: [
      "Strength decides, not volume. Equal parts are for equal paints.",
      "Put the strong paint into the weak one, a little at a time.",
      "What is too little to measure is let down first: thinned with its partner.",
    ],
    strip: "strong",
    shows: "Equal parts of a yellow and a strong blue, then ever less of the blue.",
    go: TUBES,
  },
  {
    asks: "White made it cold",
    says: [
      "White cools and dulls what it opens.",
      "A trace of a warm paint of the same family brings it back.",
      "The pile tells which, and how little.",
    ],
    strip: "cool",
    shows: "A red, opened twice with white, then warmed again.",
    go: PILES,
  },
  {
    asks: "My painting falls apart",
    says: [
      "Colours that share something belong together.",
      "Put a share of one mother colour into every mixture; leave the accent clean.",
      "Mother colour finds which, and how much of it goes where.",
    ],
    strip: "mother",
    shows: "Three clear colours, then the same three with one mother colour.",
    go: PAINTINGS,
  },
  {
    asks: "Two colours do not sit beside each other",
    says: [
      "Bring them to the same value first; then look at hue and dullness.",
      "Squint: where the edge goes, the values agree.",
    ],
    strip: "value",
    shows: "A rose, its tint, and two that are muted and lighter.",
    go: PILES,
  },
  {
    asks: "I corrected, and the pile grew and grew",
    says: [
      "Two thirds of what is told, then look: a strong paint comes late.",
      "Value first, then hue, then dullness.",
      "When it says begin afresh, a new pile takes less paint than the next correction.",
    ],
    strip: "strong",
    shows: "A yellow swamped by a blue, and the little that was wanted.",
    go: PILES,
  },
  {
    asks: "Which of my tubes mutes this one?",
    says: [
      "Tap it in the tray: its partners stand in order, judged opened with white, opposites first.",
      "Each says which way it leans, and what takes the lean out.",
    ],
    strip: "brown",
    shows: "An orange on its way to grey with a blue.",
    go: SCALES,
  },
  {
    asks: "My tube is not what its label says",
    says: [
      "Brands of one name differ, and some tubes are mixtures.",
      "Spread it, alone and with white, and measure or type what you see.",
      "From then on everything is computed with your tube.",
    ],
    strip: "cool",
    shows: "A red alone and opened, as it is read.",
    go: TUBES,
  },
  {
    asks: "I want to see better",
    says: [
      "Ten minutes of practice on your own tubes: name leans, order values, match a mud.",
      "Nothing is timed; what is weak comes back.",
    ],
    strip: "green",
    shows: "Greys of five leans.",
    go: PRACTICE,
  },
];

/** Those that every word of a search is in. */
export function found(words: string): HowTo[] {
  const wanted = words.toLowerCase().split(/\s+/).filter(Boolean);
  return HOWTOS.filter(({ asks, says, shows }) => {
    const text = [asks, ...says, shows].join(" ").toLowerCase();
    return wanted.every((word) => text.includes(word));
  });
}
