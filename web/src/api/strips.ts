// Written by ./studio client from the core: strips of paint that answer a question.
export const STRIPS = {
  brown: ["#845e33", "#6e5739", "#5c5141", "#4f4b42", "#444544"],
  green: ["#445951", "#48554e", "#4b524b", "#4e4f49", "#4f4f49"],
  dark: ["#2d2c2b", "#494948", "#212223", "#414349"],
  strong: ["#004341", "#006441", "#00823c", "#47a232", "#79b924"],
  cool: ["#cb3329", "#e04d41", "#ed655b", "#ed6553", "#ee674c"],
  mother: ["#ff8803", "#006150", "#283d8f", "#d27e27", "#356549", "#354a61"],
  value: ["#a71844", "#c23c6a", "#604a5f", "#685b6e"],
} as const;
