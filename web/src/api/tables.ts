// Written by ./studio client from the core and the API: what is said there is not said again here.
import type { components } from "./schema";

type Schemas = components["schemas"];

/** What is taken where nothing is said. */
export const DEFAULTS: {
  HandMl: Schemas["HandMl"];
  Me: Partial<Schemas["Me"]>;
  ReadingIn: Partial<Schemas["ReadingIn"]>;
  TubeIn: Partial<Schemas["TubeIn"]>;
  DrawdownIn: Schemas["DrawdownIn"];
  BoxIn: Partial<Schemas["BoxIn"]>;
  Origin: Partial<Schemas["Origin"]>;
  TubeMixture: Partial<Schemas["TubeMixture"]>;
  TubePart: Partial<Schemas["TubePart"]>;
  PhotoArea: Partial<Schemas["PhotoArea"]>;
  Target: Partial<Schemas["Target"]>;
  Part: Partial<Schemas["Part"]>;
  ScaleIn: Partial<Schemas["ScaleIn"]>;
  TriadIn: Partial<Schemas["TriadIn"]>;
  ChartOut: Partial<Schemas["ChartOut"]>;
  ChartIn: Partial<Schemas["ChartIn"]>;
  PartnersIn: Partial<Schemas["PartnersIn"]>;
  NudgesIn: Partial<Schemas["NudgesIn"]>;
  MutingIn: Partial<Schemas["MutingIn"]>;
  SheetMeasure: Schemas["SheetMeasure"];
  SheetIn: Partial<Schemas["SheetIn"]>;
  FirstIn: Partial<Schemas["FirstIn"]>;
  Ticked: Partial<Schemas["Ticked"]>;
  PileIn: Partial<Schemas["PileIn"]>;
  PileEventIn: Partial<Schemas["PileEventIn"]>;
  SplitIn: Partial<Schemas["SplitIn"]>;
  FamilyIn: Partial<Schemas["FamilyIn"]>;
  ReadPileIn: Partial<Schemas["ReadPileIn"]>;
  PutIn: Partial<Schemas["PutIn"]>;
  KeepIn: Partial<Schemas["KeepIn"]>;
  GivingIn: Partial<Schemas["GivingIn"]>;
  LayersIn: Partial<Schemas["LayersIn"]>;
  MotherIn: Partial<Schemas["MotherIn"]>;
  PaintingRequest: Partial<Schemas["PaintingRequest"]>;
  PassageIn: Partial<Schemas["PassageIn"]>;
  SurfaceIn: Schemas["SurfaceIn"];
  SchoolsIn: Partial<Schemas["SchoolsIn"]>;
  Measure: Schemas["Measure"];
  PaintingPlanIn: Partial<Schemas["PaintingPlanIn"]>;
  MixturesIn: Partial<Schemas["MixturesIn"]>;
  ComputeLayersIn: Partial<Schemas["ComputeLayersIn"]>;
  DotIn: Partial<Schemas["DotIn"]>;
  PaintingIn: Partial<Schemas["PaintingIn"]>;
  VersionIn: Schemas["VersionIn"];
  Filters: Partial<Schemas["Filters"]>;
  WallSwatch: Partial<Schemas["WallSwatch"]>;
  EntryIn: Partial<Schemas["EntryIn"]>;
  Viewing: Schemas["Viewing"];
  RemarkIn: Partial<Schemas["RemarkIn"]>;
  AgainIn: Schemas["AgainIn"];
  BookIn: Schemas["BookIn"];
  WrittenFilters: Partial<Schemas["WrittenFilters"]>;
  Taken: Schemas["Taken"];
  PracticeBegin: Partial<Schemas["PracticeBegin"]>;
  PracticeSet: Partial<Schemas["PracticeSet"]>;
  Problem: Partial<Schemas["Problem"]>;
} = {
  "HandMl": {"knife_tip": 0.05, "lentil": 0.1, "pea": 0.3, "hazelnut": 1.0, "walnut": 15.0},
  "Me": {"units": "metric", "measure": "", "hand_ml": {"knife_tip": 0.05, "lentil": 0.1, "pea": 0.3, "hazelnut": 1.0, "walnut": 15.0}, "never": [], "hand": "right", "hints": [], "network": false},
  "ReadingIn": {"white_parts": 0.0},
  "TubeIn": {"paint_key": "", "recipe": [], "readings": [], "label": "", "medium": "oil", "finish": "satin", "notes": ""},
  "DrawdownIn": {"white_parts": 0.0, "count": 3},
  "BoxIn": {"selection": false, "tubes": []},
  "Origin": {"key": ""},
  "TubeMixture": {"name": ""},
  "TubePart": {"parts": 1.0},
  "PhotoArea": {"width": 0.0, "height": 0.0},
  "Target": {"name": "", "colour": "", "hue": "", "mud": false},
  "Part": {"strength": 0.0},
  "ScaleIn": {"medium": "opaque", "finish": "satin", "light": "D65", "ground": "bright white", "kind": "scale", "steps": 9, "spacing": "chroma", "to_grey": false, "lightener": 0.0, "pins": []},
  "TriadIn": {"medium": "opaque", "finish": "satin", "light": "D65", "ground": "bright white", "kind": "triad", "lightener": 0.0, "picks": []},
  "ChartOut": {"kinds": [], "remarks": [], "row_says": [], "column_says": []},
  "ChartIn": {"medium": "opaque", "finish": "satin", "light": "D65", "ground": "bright white", "kind": "chart", "mixtures": [], "columns": [], "base": [], "more": 1.0, "richer": [], "counted_by": "strength", "count": 9, "openings": [0.0, 1.0, 2.0, 3.0, 4.0], "values": [3, 4, 5, 6, 7, 8], "lighter": 8.0, "cooler": 8.0, "greyer": 0.35, "flatter": 0.0, "ratio": "parts", "row_parts": 1.0, "white": 0.0, "order": "given", "most": 3, "no_black": false, "transparent": false, "leans": "", "up": false, "coats": 0.3, "bare": true},
  "PartnersIn": {"medium": "opaque", "finish": "satin", "light": "D65", "ground": "bright white", "lightener": 0.0},
  "NudgesIn": {"medium": "opaque", "finish": "satin", "light": "D65", "ground": "bright white", "volume_ml": 5.0, "test": "white"},
  "MutingIn": {"medium": "opaque", "finish": "satin", "light": "D65", "ground": "bright white", "keep_value": false, "keep_hue": false},
  "SheetMeasure": {"kind": "parts", "step": 0.1, "nozzle_mm": 5.0, "hand_ml": {"knife_tip": 0.05, "lentil": 0.1, "pea": 0.3, "hazelnut": 1.0, "walnut": 15.0}, "by": "volume", "volume_ml": 5.0, "area_cm2": 50.0, "coats": 1, "spread_cm2_per_ml": 80.0, "method": "separate"},
  "SheetIn": {"measure": {"kind": "parts", "step": 0.1, "nozzle_mm": 5.0, "hand_ml": {"hazelnut": 1.0, "knife_tip": 0.05, "lentil": 0.1, "pea": 0.3, "walnut": 15.0}, "by": "volume", "volume_ml": 5.0, "area_cm2": 50.0, "coats": 1, "spread_cm2_per_ml": 80.0, "method": "separate"}, "notes": []},
  "FirstIn": {"medium": "opaque"},
  "Ticked": {"whole": false},
  "PileIn": {"name": "", "kind": "pile", "volume_ml": 5.0},
  "PileEventIn": {"measure": "ml"},
  "SplitIn": {"into": 2},
  "FamilyIn": {"share": 0.3},
  "ReadPileIn": {"count": 3, "colour": ""},
  "PutIn": {"unsteady": false},
  "KeepIn": {"name": ""},
  "GivingIn": {"kind": "equal", "hold_value": true, "accent_share": 0.0, "pins": []},
  "LayersIn": {"coats": 0.25},
  "MotherIn": {"id": 0, "colour": ""},
  "PaintingRequest": {"medium": "opaque", "finish": "satin", "light": "D65", "ground": "bright white", "touching": [], "giving": {"kind": "equal", "amount": null, "hold_value": true, "accent_share": 0.0, "most_delta_e": null, "pins": []}, "surface": {"width_cm": 40.0, "height_cm": 30.0, "coats": 1, "spread_cm2_per_ml": 80.0}},
  "PassageIn": {"key": "", "name": "", "area": 10.0, "part": "supporting", "distance": "", "pieces": []},
  "SurfaceIn": {"width_cm": 40.0, "height_cm": 30.0, "coats": 1, "spread_cm2_per_ml": 80.0},
  "SchoolsIn": {"tubes": 5},
  "Measure": {"kind": "ml", "step": 0.01, "nozzle_mm": 5.0, "hand_ml": {"knife_tip": 0.05, "lentil": 0.1, "pea": 0.3, "hazelnut": 1.0, "walnut": 15.0}},
  "PaintingPlanIn": {"measure": {"kind": "ml", "step": 0.01, "nozzle_mm": 5.0, "hand_ml": {"hazelnut": 1.0, "knife_tip": 0.05, "lentil": 0.1, "pea": 0.3, "walnut": 15.0}}},
  "MixturesIn": {"blacks": "blue"},
  "ComputeLayersIn": {"medium": "opaque", "finish": "satin", "light": "D65", "ground": "bright white"},
  "DotIn": {"light": "D65", "medium": "opaque"},
  "PaintingIn": {"name": "", "measure": {"kind": "ml", "step": 0.01, "nozzle_mm": 5.0, "hand_ml": {"hazelnut": 1.0, "knife_tip": 0.05, "lentil": 0.1, "pea": 0.3, "walnut": 15.0}}},
  "VersionIn": {"name": ""},
  "Filters": {"words": "", "tag": "", "medium": "", "owned": false, "read": false, "true": false},
  "WallSwatch": {"says": ""},
  "EntryIn": {"viewing": {"medium": "opaque", "finish": "satin", "light": "D65", "ground": "bright white"}, "name": "", "note": "", "tags": []},
  "Viewing": {"medium": "opaque", "finish": "satin", "light": "D65", "ground": "bright white"},
  "RemarkIn": {"how": "eye", "wet": false, "colour": "", "word": ""},
  "AgainIn": {"volume_ml": 5.0, "measure": {"kind": "ml", "step": 0.01, "nozzle_mm": 5.0, "hand_ml": {"hazelnut": 1.0, "knife_tip": 0.05, "lentil": 0.1, "pea": 0.3, "walnut": 15.0}}, "nearest": false},
  "BookIn": {"form": "cards", "filters": {"words": "", "tag": "", "medium": "", "painting": null, "owned": false, "read": false, "true": false}},
  "WrittenFilters": {"words": "", "tag": "", "medium": "", "owned": false, "read": false, "true": false},
  "Taken": {"page": 1, "size": "A4", "light": "", "corners": ""},
  "PracticeBegin": {"minutes": 10, "kinds": []},
  "PracticeSet": {"name": "Practice", "count": 12},
  "Problem": {"field": "", "mark": ""},
};

/** How little and how much is taken. */
export const LIMITS = {
  "HandMl": {"knife_tip": {"least": 0.001, "most": 200.0}, "lentil": {"least": 0.001, "most": 200.0}, "pea": {"least": 0.001, "most": 200.0}, "hazelnut": {"least": 0.001, "most": 200.0}, "walnut": {"least": 0.001, "most": 200.0}},
  "Preferences": {"stage_value": {"least": 2.0, "most": 9.0}, "never": {"most": 3}, "hints": {"most": 60}},
  "Leave": {"password": {"longest": 1000}},
  "CodeIn": {"code": {"longest": 20}},
  "ReadingIn": {"white_parts": {"least": 0, "most": 1000}, "colour": {"longest": 60}},
  "RecipePartIn": {"paint_key": {"longest": 64}, "parts": {"most": 1000000.0}},
  "TubeIn": {"paint_key": {"longest": 64}, "recipe": {"most": 8}, "readings": {"most": 20}, "label": {"longest": 120}, "size_ml": {"least": 0, "most": 100000}, "left_ml": {"least": 0, "most": 100000}, "notes": {"longest": 2000}},
  "SeveralTubes": {"tubes": {"fewest": 1, "most": 60}},
  "TubeChange": {"label": {"longest": 120}, "size_ml": {"least": 0, "most": 100000}, "left_ml": {"least": 0, "most": 100000}, "notes": {"longest": 2000}},
  "DrawdownIn": {"white_parts": {"least": 0, "most": 1000}},
  "BoxIn": {"name": {"longest": 120}, "tubes": {"most": 1000}},
  "DeskIn": {"box": {"least": 1}},
  "Origin": {"id": {"least": 1}, "place": {"least": 0, "most": 1000}, "key": {"longest": 40}},
  "TubeMixture": {"parts": {"fewest": 1, "most": 8}, "name": {"longest": 120}},
  "TubePart": {"tube": {"least": 0}, "parts": {"most": 1000}},
  "PhotoArea": {"left": {"least": 0, "most": 1}, "top": {"least": 0, "most": 1}, "width": {"least": 0, "most": 1}, "height": {"least": 0, "most": 1}},
  "PhotographArea": {"photograph": {"least": 1}},
  "Target": {"name": {"longest": 120}, "colour": {"longest": 60}, "kept": {"least": 1}, "hue": {"longest": 20}},
  "PinIn": {"place": {"least": 1, "most": 15}, "share": {"least": 0, "most": 1}},
  "ScaleIn": {"ground": {"longest": 40}, "lightener": {"least": 0, "most": 20.0}, "hold": {"least": 0.5, "most": 9.5}, "pins": {"most": 15}},
  "ThirdIn": {"parts": {"least": 0, "most": 20}},
  "PickIn": {"point": {"fewest": 3, "most": 3}},
  "TriadIn": {"ground": {"longest": 40}, "corners": {"fewest": 3, "most": 3}, "lightener": {"least": 0, "most": 20.0}, "picks": {"most": 30}},
  "ChartIn": {"ground": {"longest": 40}, "mixtures": {"most": 24}, "columns": {"most": 24}, "base": {"most": 8}, "more": {"most": 20}, "richer": {"most": 8}, "openings": {"fewest": 1, "most": 10}, "values": {"fewest": 2, "most": 11}, "lighter": {"least": 0, "most": 40}, "cooler": {"least": 0, "most": 90}, "greyer": {"least": 0, "most": 1}, "flatter": {"least": 0, "most": 1}, "row_parts": {"least": 0.01, "most": 100}, "white": {"least": 0, "most": 20.0}, "leans": {"longest": 20}, "coats": {"least": 0.02, "most": 2.0}},
  "PartnersIn": {"ground": {"longest": 40}, "lightener": {"least": 0, "most": 20.0}},
  "NudgesIn": {"ground": {"longest": 40}, "volume_ml": {"most": 1000}},
  "MutingIn": {"ground": {"longest": 40}, "chroma": {"most": 200}},
  "SheetMeasure": {"step": {"least": 0.001, "most": 10}, "nozzle_mm": {"least": 0.5, "most": 50}, "volume_ml": {"most": 1000}, "area_cm2": {"most": 100000}, "coats": {"least": 1, "most": 20}, "spread_cm2_per_ml": {"most": 1000}},
  "CompareIn": {"sheet": {"least": 1}},
  "NoteIn": {"place": {"least": 0}, "text": {"longest": 300}},
  "SheetIn": {"name": {"longest": 120}, "notes": {"most": 200}, "revision": {"least": 0}, "token": {"longest": 40}},
  "FirstIn": {"tube": {"least": 1}, "token": {"longest": 40}},
  "Ticked": {"plan": {"longest": 16}, "lines": {"most": 5000}},
  "PileIn": {"name": {"longest": 120}, "volume_ml": {"least": 0.1, "most": 1000}, "token": {"longest": 40}},
  "PileChange": {"name": {"longest": 120}},
  "PileEventIn": {"tube": {"least": 1}, "onto": {"least": 1}, "amount": {"least": 0.0001, "most": 10000.0}, "share": {"most": 1}, "token": {"longest": 40}},
  "SplitIn": {"into": {"least": 2, "most": 12}, "shares": {"fewest": 2, "most": 12}, "token": {"longest": 40}},
  "FamilyIn": {"share": {"least": 0.05, "most": 0.8}, "token": {"longest": 40}},
  "PotIn": {"pot": {"least": 1}, "token": {"longest": 40}},
  "WeighIn": {"tube": {"least": 1}, "token": {"longest": 40}},
  "ReadPileIn": {"count": {"least": 1, "most": 20}, "colour": {"longest": 60}, "token": {"longest": 40}},
  "CalibrateIn": {"tube": {"least": 1}},
  "PutIn": {"mass_g": {"least": -1000, "most": 1000}},
  "KeepIn": {"name": {"longest": 120}, "token": {"longest": 40}},
  "GivingIn": {"amount": {"least": 0, "most": 180}, "accent_share": {"least": 0, "most": 1}, "most_delta_e": {"least": 0, "most": 100}, "pins": {"most": 40}},
  "LayersIn": {"coats": {"least": 0.02, "most": 2.0}},
  "MotherIn": {"id": {"least": 0, "most": 2147483647}, "colour": {"longest": 60}},
  "PaintingRequest": {"ground": {"longest": 40}, "passages": {"most": 40}, "touching": {"most": 400}, "never": {"most": 3}},
  "PassageIn": {"key": {"longest": 40}, "name": {"longest": 120}, "area": {"least": 0, "most": 100}, "value": {"least": 0.5, "most": 9.5}, "pieces": {"most": 2000}},
  "PictureIn": {"division": {"least": 1}},
  "PinnedIn": {"place": {"least": 0}, "share": {"least": 0, "most": 1}},
  "SurfaceIn": {"width_cm": {"least": 1, "most": 2000}, "height_cm": {"least": 1, "most": 2000}, "coats": {"least": 1, "most": 20}, "spread_cm2_per_ml": {"least": 1, "most": 1000}},
  "SchoolsIn": {"tubes": {"least": 3, "most": 8}},
  "Measure": {"step": {"least": 0.001, "most": 10}, "nozzle_mm": {"least": 0.5, "most": 50}},
  "MixturesIn": {"tubes": {"least": 2, "most": 10}},
  "ComputeLayersIn": {"ground": {"longest": 40}},
  "BetweenIn": {"lab": {"fewest": 3, "most": 3}, "others": {"most": 40}},
  "DotIn": {"x": {"least": 0, "most": 1}, "y": {"least": 0, "most": 1}},
  "DivideIn": {"photograph": {"least": 1}, "count": {"least": 2, "most": 24}},
  "RegionsIn": {"regions": {"most": 40}, "split": {"least": 0}},
  "PaintingIn": {"name": {"longest": 120}, "revision": {"least": 0}, "token": {"longest": 40}},
  "VersionIn": {"name": {"longest": 120}},
  "Filters": {"words": {"longest": 120}, "tag": {"longest": 40}, "painting": {"least": 1}},
  "EntryIn": {"name": {"longest": 120}, "note": {"longest": 4000}, "tags": {"most": 12}, "token": {"longest": 40}},
  "Viewing": {"ground": {"longest": 40}},
  "EntryChange": {"name": {"longest": 120}, "note": {"longest": 4000}, "tags": {"most": 12}, "revision": {"least": 0}},
  "RemarkIn": {"colour": {"longest": 60}, "word": {"longest": 300}, "photograph": {"least": 1}, "token": {"longest": 40}},
  "AgainIn": {"volume_ml": {"most": 2000}},
  "ButIn": {"token": {"longest": 40}},
  "WrittenFilters": {"words": {"longest": 120}, "tag": {"longest": 40}, "painting": {"least": 1}},
  "Taken": {"page": {"least": 1, "most": 50}, "corners": {"longest": 200}},
  "TubesIn": {"tubes": {"fewest": 1, "most": 12}},
  "PracticeBegin": {"kinds": {"most": 11}, "token": {"longest": 40}},
  "PracticeAnswer": {"token": {"longest": 40}, "choice": {"longest": 80}, "share": {"least": 0, "most": 1}, "order": {"most": 20}},
  "PracticeSet": {"name": {"longest": 120}, "kinds": {"fewest": 1, "most": 11}, "count": {"least": 1, "most": 100}},
} as const;

/** Tables of the core. */
export const TABLES = {
  "steps": [3, 15],
  "chartMixtures": {"complement": [2, 2], "browns": [2, 6], "values": [1, 1], "tints": [1, 8], "strings": [1, 8], "recession": [1, 8], "calibration": [1, 6], "telling": [1, 6], "grid": [1, 8], "darks": [0, 24], "shades": [1, 1], "layers": [0, 8], "wheel": [0, 12]},
  "chartColumns": {"grid": [1, 8], "shades": [0, 8], "layers": [1, 8]},
  "weathers": {"clear": {"lighter": 5.0, "cooler": 6.0, "greyer": 0.2, "flatter": 0.05}, "haze": {"lighter": 6.0, "cooler": 9.0, "greyer": 0.35, "flatter": 0.2}, "mist": {"lighter": 4.0, "cooler": 4.0, "greyer": 0.5, "flatter": 0.45}, "rain": {"lighter": 1.0, "cooler": 5.0, "greyer": 0.55, "flatter": 0.35}},
  "wheel": ["red", "red-orange", "orange", "yellow-orange", "yellow", "yellow-green", "green", "blue-green", "blue", "blue-violet", "violet", "red-violet"],
  "leans": ["warm", "cool", "red", "orange", "yellow", "yellow-green", "green", "blue-green", "blue", "violet", "red-violet"],
  "chartCounts": {"complement": [3, 15], "values": [3, 11], "darks": [2, 12], "shades": [2, 11]},
  "traceBelow": 0.025,
  "differences": [[1.0, "no eye sees it"], [2.5, "seen when touching"], [5.0, "seen side by side"], [null, "seen at once"]],
  "hues": [["red", 22.0], ["orange", 60.0], ["yellow", 90.0], ["yellow-green", 114.0], ["green", 150.0], ["blue-green", 198.0], ["blue", 272.0], ["violet", 313.0], ["red-violet", 339.0]],
  "neutrals": {"2": "#313131", "2.5": "#3c3c3c", "3": "#484848", "3.5": "#545454", "4": "#606060", "4.5": "#6d6d6d", "5": "#797979", "5.5": "#868686", "6": "#939393", "6.5": "#a0a0a0", "7": "#adadad", "7.5": "#bbbbbb", "8": "#c8c8c8", "8.5": "#d5d5d5", "9": "#e3e3e3"},
  "stage": [2.0, 9.0],
  "values": ["#1c1c1c", "#313131", "#484848", "#606060", "#797979", "#939393", "#adadad", "#c8c8c8", "#e3e3e3"],
  "practiceSurround": "5",
  "screenCheck": ["#1c1c1c", "#262626", "#e3e3e3", "#f1f1f1"],
  "firstMedia": {"oil": {"name": "Oil", "medium": "oil", "wash": false, "says": "", "boxes": [{"name": "Six", "says": "A warm and a cool red, a yellow, a blue and an earth: enough for a first scale.", "paints": ["PW6", "PY3", "PR108-light", "PV19", "PB29", "PBr7-burnt-sienna"], "gentle": ["PW6", "PY3", "PR254", "PV19", "PB29", "PBr7-burnt-sienna"], "cautions": ["Cadmium red light holds cadmium: do not eat, sand or spray; wash hands; keep brushes out of the mouth; keep away from children and food.", "Do not pour paint or rinse water with heavy metals down a drain: local waste rules say where it goes.", "Solvents need air. Oily rags heat up by themselves and can catch fire: dry them flat, or keep them under water in a closed metal can.", "For children, use paints that are labelled for children. The label, the maker's safety sheet and local rules have the say."], "gentle_cautions": ["Do not spray paint, and do not sand it dry: its dust is not for lungs.", "Solvents need air. Oily rags heat up by themselves and can catch fire: dry them flat, or keep them under water in a closed metal can.", "For children, use paints that are labelled for children. The label, the maker's safety sheet and local rules have the say."]}, {"name": "Twelve", "says": "A warm and a cool of every primary, greens, a violet and two earths.", "paints": ["PW6", "PY3", "PY37", "PO20", "PR108-light", "PV19", "PV23", "PB29", "PB15:3", "PG18", "PY43", "PBr7-burnt-sienna"], "gentle": ["PW6", "PY3", "PY83", "PO73", "PR254", "PV19", "PV23", "PB29", "PB15:3", "PG7", "PY43", "PBr7-burnt-sienna"], "cautions": ["Cadmium yellow deep, cadmium orange, cadmium red light and viridian hold cadmium and chromium(III): do not eat, sand or spray; wash hands; keep brushes out of the mouth; keep away from children and food.", "Do not pour paint or rinse water with heavy metals down a drain: local waste rules say where it goes.", "Solvents need air. Oily rags heat up by themselves and can catch fire: dry them flat, or keep them under water in a closed metal can.", "For children, use paints that are labelled for children. The label, the maker's safety sheet and local rules have the say."], "gentle_cautions": ["Do not spray paint, and do not sand it dry: its dust is not for lungs.", "Solvents need air. Oily rags heat up by themselves and can catch fire: dry them flat, or keep them under water in a closed metal can.", "For children, use paints that are labelled for children. The label, the maker's safety sheet and local rules have the say."]}, {"name": "Eighteen", "says": "The twelve, with deep reds, more earths and a black.", "paints": ["PW6", "PY3", "PY37", "PO20", "PR108-light", "PV19", "PV23", "PB29", "PB15:3", "PG18", "PY43", "PBr7-burnt-sienna", "PR177", "PB28", "PG7", "PBr7-raw-umber", "PBr7-burnt-umber", "PBk9"], "gentle": ["PW6", "PY3", "PY83", "PO73", "PR254", "PV19", "PV23", "PB29", "PB15:3", "PG36", "PY43", "PBr7-burnt-sienna", "PR177", "PB60", "PG7", "PBr7-raw-sienna", "PR101-transparent", "PBk9"], "cautions": ["Cadmium yellow deep, cadmium orange, cadmium red light, cobalt blue, viridian, raw umber and burnt umber hold cadmium, cobalt, chromium(III) and manganese: do not eat, sand or spray; wash hands; keep brushes out of the mouth; keep away from children and food.", "Do not pour paint or rinse water with heavy metals down a drain: local waste rules say where it goes.", "Solvents need air. Oily rags heat up by themselves and can catch fire: dry them flat, or keep them under water in a closed metal can.", "For children, use paints that are labelled for children. The label, the maker's safety sheet and local rules have the say."], "gentle_cautions": ["Do not spray paint, and do not sand it dry: its dust is not for lungs.", "Solvents need air. Oily rags heat up by themselves and can catch fire: dry them flat, or keep them under water in a closed metal can.", "For children, use paints that are labelled for children. The label, the maker's safety sheet and local rules have the say."]}, {"name": "A limited four", "says": "Ochre, red, black and white: whatever you mix belongs together.", "paints": ["PW6", "PY43", "PR101", "PBk9"], "gentle": ["PW6", "PY43", "PR101", "PBk9"], "cautions": ["Do not spray paint, and do not sand it dry: its dust is not for lungs.", "Solvents need air. Oily rags heat up by themselves and can catch fire: dry them flat, or keep them under water in a closed metal can.", "For children, use paints that are labelled for children. The label, the maker's safety sheet and local rules have the say."], "gentle_cautions": ["Do not spray paint, and do not sand it dry: its dust is not for lungs.", "Solvents need air. Oily rags heat up by themselves and can catch fire: dry them flat, or keep them under water in a closed metal can.", "For children, use paints that are labelled for children. The label, the maker's safety sheet and local rules have the say."]}, {"name": "Earth primaries", "says": "An earth for yellow, an earth for red, black for blue: muted from the start.", "paints": ["PW6", "PBr7-raw-umber", "PBr7-burnt-sienna", "PBk9"], "gentle": ["PW6", "PBr7-raw-sienna", "PBr7-burnt-sienna", "PBk9"], "cautions": ["Raw umber holds manganese: do not eat, sand or spray; wash hands; keep brushes out of the mouth; keep away from children and food.", "Do not pour paint or rinse water with heavy metals down a drain: local waste rules say where it goes.", "Solvents need air. Oily rags heat up by themselves and can catch fire: dry them flat, or keep them under water in a closed metal can.", "For children, use paints that are labelled for children. The label, the maker's safety sheet and local rules have the say."], "gentle_cautions": ["Do not spray paint, and do not sand it dry: its dust is not for lungs.", "Solvents need air. Oily rags heat up by themselves and can catch fire: dry them flat, or keep them under water in a closed metal can.", "For children, use paints that are labelled for children. The label, the maker's safety sheet and local rules have the say."]}]}, "acrylic": {"name": "Acrylic", "medium": "acrylic", "wash": false, "says": "", "boxes": [{"name": "Six", "says": "A warm and a cool red, a yellow, a blue and an earth: enough for a first scale.", "paints": ["PW6", "PY3", "PR254", "PV19", "PB29", "PBr7-burnt-sienna"], "gentle": ["PW6", "PY3", "PR254", "PV19", "PB29", "PBr7-burnt-sienna"], "cautions": ["Do not spray paint, and do not sand it dry: its dust is not for lungs.", "For children, use paints that are labelled for children. The label, the maker's safety sheet and local rules have the say."], "gentle_cautions": ["Do not spray paint, and do not sand it dry: its dust is not for lungs.", "For children, use paints that are labelled for children. The label, the maker's safety sheet and local rules have the say."]}, {"name": "Twelve", "says": "A warm and a cool of every primary, greens, a violet and two earths.", "paints": ["PW6", "PY3", "PY83", "PO73", "PR254", "PV19", "PV23", "PB29", "PB15:3", "PG7", "PY43", "PBr7-burnt-sienna"], "gentle": ["PW6", "PY3", "PY83", "PO73", "PR254", "PV19", "PV23", "PB29", "PB15:3", "PG7", "PY43", "PBr7-burnt-sienna"], "cautions": ["Do not spray paint, and do not sand it dry: its dust is not for lungs.", "For children, use paints that are labelled for children. The label, the maker's safety sheet and local rules have the say."], "gentle_cautions": ["Do not spray paint, and do not sand it dry: its dust is not for lungs.", "For children, use paints that are labelled for children. The label, the maker's safety sheet and local rules have the say."]}, {"name": "Eighteen", "says": "The twelve, with deep reds, more earths and a black.", "paints": ["PW6", "PY3", "PY83", "PO73", "PR254", "PV19", "PV23", "PB29", "PB15:3", "PG7", "PY43", "PBr7-burnt-sienna", "PR177", "PB60", "PG17", "PBr7-raw-umber", "PBr7-burnt-umber", "PBk11"], "gentle": ["PW6", "PY3", "PY83", "PO73", "PR254", "PV19", "PV23", "PB29", "PB15:3", "PG7", "PY43", "PBr7-burnt-sienna", "PR177", "PB60", "PG36", "PBr7-raw-sienna", "PR101-transparent", "PBk11"], "cautions": ["Chromium oxide green, raw umber and burnt umber hold chromium(III) and manganese: do not eat, sand or spray; wash hands; keep brushes out of the mouth; keep away from children and food.", "Do not pour paint or rinse water with heavy metals down a drain: local waste rules say where it goes.", "For children, use paints that are labelled for children. The label, the maker's safety sheet and local rules have the say."], "gentle_cautions": ["Do not spray paint, and do not sand it dry: its dust is not for lungs.", "For children, use paints that are labelled for children. The label, the maker's safety sheet and local rules have the say."]}, {"name": "A limited four", "says": "Ochre, red, black and white: whatever you mix belongs together.", "paints": ["PW6", "PY43", "PR101", "PBk9"], "gentle": ["PW6", "PY43", "PR101", "PBk9"], "cautions": ["Do not spray paint, and do not sand it dry: its dust is not for lungs.", "For children, use paints that are labelled for children. The label, the maker's safety sheet and local rules have the say."], "gentle_cautions": ["Do not spray paint, and do not sand it dry: its dust is not for lungs.", "For children, use paints that are labelled for children. The label, the maker's safety sheet and local rules have the say."]}, {"name": "Earth primaries", "says": "An earth for yellow, an earth for red, black for blue: muted from the start.", "paints": ["PW6", "PBr7-raw-umber", "PBr7-burnt-sienna", "PBk9"], "gentle": ["PW6", "PBr7-raw-sienna", "PBr7-burnt-sienna", "PBk9"], "cautions": ["Raw umber holds manganese: do not eat, sand or spray; wash hands; keep brushes out of the mouth; keep away from children and food.", "Do not pour paint or rinse water with heavy metals down a drain: local waste rules say where it goes.", "For children, use paints that are labelled for children. The label, the maker's safety sheet and local rules have the say."], "gentle_cautions": ["Do not spray paint, and do not sand it dry: its dust is not for lungs.", "For children, use paints that are labelled for children. The label, the maker's safety sheet and local rules have the say."]}]}, "gouache": {"name": "Gouache", "medium": "gouache", "wash": false, "says": "", "boxes": [{"name": "Six", "says": "A warm and a cool red, a yellow, a blue and an earth: enough for a first scale.", "paints": ["PW6", "PY3", "PR254", "PV19", "PB29", "PBr7-burnt-sienna"], "gentle": ["PW6", "PY3", "PR254", "PV19", "PB29", "PBr7-burnt-sienna"], "cautions": ["Do not spray paint, and do not sand it dry: its dust is not for lungs.", "For children, use paints that are labelled for children. The label, the maker's safety sheet and local rules have the say."], "gentle_cautions": ["Do not spray paint, and do not sand it dry: its dust is not for lungs.", "For children, use paints that are labelled for children. The label, the maker's safety sheet and local rules have the say."]}, {"name": "Twelve", "says": "A warm and a cool of every primary, greens, a violet and two earths.", "paints": ["PW6", "PY3", "PY83", "PO73", "PR254", "PV19", "PV23", "PB29", "PB15:3", "PG7", "PY43", "PBr7-burnt-sienna"], "gentle": ["PW6", "PY3", "PY83", "PO73", "PR254", "PV19", "PV23", "PB29", "PB15:3", "PG7", "PY43", "PBr7-burnt-sienna"], "cautions": ["Do not spray paint, and do not sand it dry: its dust is not for lungs.", "For children, use paints that are labelled for children. The label, the maker's safety sheet and local rules have the say."], "gentle_cautions": ["Do not spray paint, and do not sand it dry: its dust is not for lungs.", "For children, use paints that are labelled for children. The label, the maker's safety sheet and local rules have the say."]}, {"name": "Eighteen", "says": "The twelve, with deep reds, more earths and a black.", "paints": ["PW6", "PY3", "PY83", "PO73", "PR254", "PV19", "PV23", "PB29", "PB15:3", "PG7", "PY43", "PBr7-burnt-sienna", "PR177", "PB60", "PG17", "PBr7-raw-umber", "PBr7-burnt-umber", "PBk11"], "gentle": ["PW6", "PY3", "PY83", "PO73", "PR254", "PV19", "PV23", "PB29", "PB15:3", "PG7", "PY43", "PBr7-burnt-sienna", "PR177", "PB60", "PG36", "PBr7-raw-sienna", "PR101-transparent", "PBk11"], "cautions": ["Chromium oxide green, raw umber and burnt umber hold chromium(III) and manganese: do not eat, sand or spray; wash hands; keep brushes out of the mouth; keep away from children and food.", "Do not pour paint or rinse water with heavy metals down a drain: local waste rules say where it goes.", "For children, use paints that are labelled for children. The label, the maker's safety sheet and local rules have the say."], "gentle_cautions": ["Do not spray paint, and do not sand it dry: its dust is not for lungs.", "For children, use paints that are labelled for children. The label, the maker's safety sheet and local rules have the say."]}, {"name": "A limited four", "says": "Ochre, red, black and white: whatever you mix belongs together.", "paints": ["PW6", "PY43", "PR101", "PBk9"], "gentle": ["PW6", "PY43", "PR101", "PBk9"], "cautions": ["Do not spray paint, and do not sand it dry: its dust is not for lungs.", "For children, use paints that are labelled for children. The label, the maker's safety sheet and local rules have the say."], "gentle_cautions": ["Do not spray paint, and do not sand it dry: its dust is not for lungs.", "For children, use paints that are labelled for children. The label, the maker's safety sheet and local rules have the say."]}, {"name": "Earth primaries", "says": "An earth for yellow, an earth for red, black for blue: muted from the start.", "paints": ["PW6", "PBr7-raw-umber", "PBr7-burnt-sienna", "PBk9"], "gentle": ["PW6", "PBr7-raw-sienna", "PBr7-burnt-sienna", "PBk9"], "cautions": ["Raw umber holds manganese: do not eat, sand or spray; wash hands; keep brushes out of the mouth; keep away from children and food.", "Do not pour paint or rinse water with heavy metals down a drain: local waste rules say where it goes.", "For children, use paints that are labelled for children. The label, the maker's safety sheet and local rules have the say."], "gentle_cautions": ["Do not spray paint, and do not sand it dry: its dust is not for lungs.", "For children, use paints that are labelled for children. The label, the maker's safety sheet and local rules have the say."]}]}, "tempera": {"name": "Tempera", "medium": "tempera", "wash": false, "says": "", "boxes": [{"name": "Six", "says": "A warm and a cool red, a yellow, a blue and an earth: enough for a first scale.", "paints": ["PW6", "PY3", "PR108-light", "PV19", "PB29", "PBr7-burnt-sienna"], "gentle": ["PW6", "PY3", "PR254", "PV19", "PB29", "PBr7-burnt-sienna"], "cautions": ["Cadmium red light holds cadmium: do not eat, sand or spray; wash hands; keep brushes out of the mouth; keep away from children and food.", "Do not pour paint or rinse water with heavy metals down a drain: local waste rules say where it goes.", "For children, use paints that are labelled for children. The label, the maker's safety sheet and local rules have the say."], "gentle_cautions": ["Do not spray paint, and do not sand it dry: its dust is not for lungs.", "For children, use paints that are labelled for children. The label, the maker's safety sheet and local rules have the say."]}, {"name": "Twelve", "says": "A warm and a cool of every primary, greens, a violet and two earths.", "paints": ["PW6", "PY3", "PY37", "PO20", "PR108-light", "PV19", "PV23", "PB29", "PB15:3", "PG18", "PY43", "PBr7-burnt-sienna"], "gentle": ["PW6", "PY3", "PY83", "PO73", "PR254", "PV19", "PV23", "PB29", "PB15:3", "PG7", "PY43", "PBr7-burnt-sienna"], "cautions": ["Cadmium yellow deep, cadmium orange, cadmium red light and viridian hold cadmium and chromium(III): do not eat, sand or spray; wash hands; keep brushes out of the mouth; keep away from children and food.", "Do not pour paint or rinse water with heavy metals down a drain: local waste rules say where it goes.", "For children, use paints that are labelled for children. The label, the maker's safety sheet and local rules have the say."], "gentle_cautions": ["Do not spray paint, and do not sand it dry: its dust is not for lungs.", "For children, use paints that are labelled for children. The label, the maker's safety sheet and local rules have the say."]}, {"name": "Eighteen", "says": "The twelve, with deep reds, more earths and a black.", "paints": ["PW6", "PY3", "PY37", "PO20", "PR108-light", "PV19", "PV23", "PB29", "PB15:3", "PG18", "PY43", "PBr7-burnt-sienna", "PR177", "PB28", "PG7", "PBr7-raw-umber", "PBr7-burnt-umber", "PBk9"], "gentle": ["PW6", "PY3", "PY83", "PO73", "PR254", "PV19", "PV23", "PB29", "PB15:3", "PG36", "PY43", "PBr7-burnt-sienna", "PR177", "PB60", "PG7", "PBr7-raw-sienna", "PR101-transparent", "PBk9"], "cautions": ["Cadmium yellow deep, cadmium orange, cadmium red light, cobalt blue, viridian, raw umber and burnt umber hold cadmium, cobalt, chromium(III) and manganese: do not eat, sand or spray; wash hands; keep brushes out of the mouth; keep away from children and food.", "Do not pour paint or rinse water with heavy metals down a drain: local waste rules say where it goes.", "For children, use paints that are labelled for children. The label, the maker's safety sheet and local rules have the say."], "gentle_cautions": ["Do not spray paint, and do not sand it dry: its dust is not for lungs.", "For children, use paints that are labelled for children. The label, the maker's safety sheet and local rules have the say."]}, {"name": "A limited four", "says": "Ochre, red, black and white: whatever you mix belongs together.", "paints": ["PW6", "PY43", "PR101", "PBk9"], "gentle": ["PW6", "PY43", "PR101", "PBk9"], "cautions": ["Do not spray paint, and do not sand it dry: its dust is not for lungs.", "For children, use paints that are labelled for children. The label, the maker's safety sheet and local rules have the say."], "gentle_cautions": ["Do not spray paint, and do not sand it dry: its dust is not for lungs.", "For children, use paints that are labelled for children. The label, the maker's safety sheet and local rules have the say."]}, {"name": "Earth primaries", "says": "An earth for yellow, an earth for red, black for blue: muted from the start.", "paints": ["PW6", "PBr7-raw-umber", "PBr7-burnt-sienna", "PBk9"], "gentle": ["PW6", "PBr7-raw-sienna", "PBr7-burnt-sienna", "PBk9"], "cautions": ["Raw umber holds manganese: do not eat, sand or spray; wash hands; keep brushes out of the mouth; keep away from children and food.", "Do not pour paint or rinse water with heavy metals down a drain: local waste rules say where it goes.", "For children, use paints that are labelled for children. The label, the maker's safety sheet and local rules have the say."], "gentle_cautions": ["Do not spray paint, and do not sand it dry: its dust is not for lungs.", "For children, use paints that are labelled for children. The label, the maker's safety sheet and local rules have the say."]}]}, "watercolour": {"name": "Watercolour", "medium": "watercolour", "wash": true, "says": "", "boxes": [{"name": "Six", "says": "A warm and a cool of each primary; the paper is the white.", "paints": ["PY3", "PY110", "PR254", "PV19", "PB29", "PB15:3"], "gentle": ["PY3", "PY110", "PR254", "PV19", "PB29", "PB15:3"], "cautions": ["Do not spray paint, and do not sand it dry: its dust is not for lungs.", "For children, use paints that are labelled for children. The label, the maker's safety sheet and local rules have the say."], "gentle_cautions": ["Do not spray paint, and do not sand it dry: its dust is not for lungs.", "For children, use paints that are labelled for children. The label, the maker's safety sheet and local rules have the say."]}, {"name": "Twelve", "says": "A warm and a cool of every primary, greens, a violet and two earths.", "paints": ["PY3", "PY110", "PO73", "PR254", "PV19", "PV23", "PB29", "PB15:3", "PG18", "PY43", "PBr7-burnt-sienna", "PBr7-burnt-umber"], "gentle": ["PY3", "PY110", "PO73", "PR254", "PV19", "PV23", "PB29", "PB15:3", "PG7", "PY43", "PBr7-burnt-sienna", "PR101-transparent"], "cautions": ["Viridian and burnt umber hold chromium(III) and manganese: do not eat, sand or spray; wash hands; keep brushes out of the mouth; keep away from children and food.", "Do not pour paint or rinse water with heavy metals down a drain: local waste rules say where it goes.", "For children, use paints that are labelled for children. The label, the maker's safety sheet and local rules have the say."], "gentle_cautions": ["Do not spray paint, and do not sand it dry: its dust is not for lungs.", "For children, use paints that are labelled for children. The label, the maker's safety sheet and local rules have the say."]}, {"name": "Eighteen", "says": "The twelve, with deep reds, more earths and a black.", "paints": ["PY3", "PY110", "PO73", "PR254", "PV19", "PV23", "PB29", "PB15:3", "PG18", "PY43", "PBr7-burnt-sienna", "PBr7-burnt-umber", "PR177", "PB28", "PB35", "PG7", "PBr7-raw-umber", "PBk9"], "gentle": ["PY3", "PY110", "PO73", "PR254", "PV19", "PV23", "PB29", "PB15:3", "PG36", "PY43", "PBr7-burnt-sienna", "PR101-transparent", "PR177", "PB60", "PB15:1", "PG7", "PBr7-raw-sienna", "PBk9"], "cautions": ["Cobalt blue, cerulean blue, viridian, burnt umber and raw umber hold cobalt, chromium(III) and manganese: do not eat, sand or spray; wash hands; keep brushes out of the mouth; keep away from children and food.", "Do not pour paint or rinse water with heavy metals down a drain: local waste rules say where it goes.", "For children, use paints that are labelled for children. The label, the maker's safety sheet and local rules have the say."], "gentle_cautions": ["Do not spray paint, and do not sand it dry: its dust is not for lungs.", "For children, use paints that are labelled for children. The label, the maker's safety sheet and local rules have the say."]}, {"name": "A limited four", "says": "Ochre, rose, a blue and an earth: whatever you mix belongs together.", "paints": ["PY43", "PV19", "PB29", "PBr7-burnt-sienna"], "gentle": ["PY43", "PV19", "PB29", "PBr7-burnt-sienna"], "cautions": ["Do not spray paint, and do not sand it dry: its dust is not for lungs.", "For children, use paints that are labelled for children. The label, the maker's safety sheet and local rules have the say."], "gentle_cautions": ["Do not spray paint, and do not sand it dry: its dust is not for lungs.", "For children, use paints that are labelled for children. The label, the maker's safety sheet and local rules have the say."]}, {"name": "Earth primaries", "says": "An earth for yellow, an earth for red, black for blue: muted from the start.", "paints": ["PBr7-raw-umber", "PBr7-burnt-sienna", "PBk9"], "gentle": ["PBr7-raw-sienna", "PBr7-burnt-sienna", "PBk9"], "cautions": ["Raw umber holds manganese: do not eat, sand or spray; wash hands; keep brushes out of the mouth; keep away from children and food.", "Do not pour paint or rinse water with heavy metals down a drain: local waste rules say where it goes.", "For children, use paints that are labelled for children. The label, the maker's safety sheet and local rules have the say."], "gentle_cautions": ["Do not spray paint, and do not sand it dry: its dust is not for lungs.", "For children, use paints that are labelled for children. The label, the maker's safety sheet and local rules have the say."]}]}, "cakes": {"name": "A child's tempera cakes", "medium": "tempera", "wash": false, "says": "For children, use paints that are labelled for children.", "boxes": [{"name": "Six cakes", "says": "Yellow, red, rose, blue, a green and white.", "paints": ["PW6", "PY74", "PR254", "PV19", "PB29", "PG7"], "gentle": ["PW6", "PY74", "PR254", "PV19", "PB29", "PG7"], "cautions": ["Do not spray paint, and do not sand it dry: its dust is not for lungs.", "For children, use paints that are labelled for children. The label, the maker's safety sheet and local rules have the say."], "gentle_cautions": ["Do not spray paint, and do not sand it dry: its dust is not for lungs.", "For children, use paints that are labelled for children. The label, the maker's safety sheet and local rules have the say."]}, {"name": "Twelve cakes", "says": "All round the wheel, with ochre, brown and black.", "paints": ["PW6", "PY74", "PO73", "PR254", "PV19", "PV23", "PB29", "PB15:3", "PG7", "PY43", "PBr7-burnt-sienna", "PBk7"], "gentle": ["PW6", "PY74", "PO73", "PR254", "PV19", "PV23", "PB29", "PB15:3", "PG7", "PY43", "PBr7-burnt-sienna", "PBk7"], "cautions": ["Do not spray paint, and do not sand it dry: its dust is not for lungs.", "For children, use paints that are labelled for children. The label, the maker's safety sheet and local rules have the say."], "gentle_cautions": ["Do not spray paint, and do not sand it dry: its dust is not for lungs.", "For children, use paints that are labelled for children. The label, the maker's safety sheet and local rules have the say."]}]}},
  "cautions": {"library": ["Lead white holds lead, which is poisonous: keep it away from children altogether, and from food, mouth and dust.", "Cadmium, cobalt, nickel, chromium and manganese pigments: do not eat, sand or spray; wash hands; keep brushes out of the mouth; keep away from children and food.", "Zinc white: do not eat, sand or spray; wash hands.", "Do not pour paint or rinse water with heavy metals down a drain: local waste rules say where it goes. For children, use paints that are labelled for children. The label, the maker's safety sheet and local rules have the say."], "oily": "Solvents need air. Oily rags heat up by themselves and can catch fire: dry them flat, or keep them under water in a closed metal can.", "children": "For children, use paints that are labelled for children.", "say": "The label, the maker's safety sheet and local rules have the say."},
  "never": {"black": "no tube black", "white": "no tube white", "grey": "no ready greys"},
  "mostPhotographBytes": 26214400,
  "recolour": {"linearFromLight": [[3.080112695534, -1.537208, -0.542921646176], [-0.92093818004, 1.8757561, 0.045205488504], [0.052950699265, -0.2040211, 1.150888565215]], "lightFromLinear": [[0.433891249816, 0.3762354829, 0.189906346644], [0.212599990736, 0.715199984235, 0.07220001553], [0.017725468394, 0.109475373554, 0.872955630202]], "edge": 2, "alike": 0.06, "leastGrain": 0.35, "mostGrain": 1.6, "outer": 0.02, "sampled": 400, "halvings": 8, "rounds": 4, "darkest": 0.13793103448275862},
} as const;
