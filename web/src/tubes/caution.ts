/** The usual cautions; the label has the say. */
export const CAUTION =
  "Do not eat, sand or spray; wash hands; keep brushes out of the mouth; keep away from children and food. The label, the maker's safety sheet and local rules have the say.";
