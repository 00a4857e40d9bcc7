import { z } from "zod";

// The page may not evaluate strings as code, so the validator must not try to. This has to run
// before the first schema is made.
z.config({ jitless: true });
