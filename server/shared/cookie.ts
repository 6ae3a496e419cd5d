import { parse } from 'cookie';
import type { Request } from 'express';

/** The value of a cookie of a request; '' for none. */
export const cookieOf = (req: Request, name: string): string => parse(req.headers.cookie ?? '')[name] ?? '';
