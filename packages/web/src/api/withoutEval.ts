/** The page may not make code at run time, which is how schemas are made fast elsewhere. To be imported before any schema. */
import { z } from 'zod';

z.config({ jitless: true });
