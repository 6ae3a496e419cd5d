import { parse } from 'cookie';
import type { Request } from 'express';

/** What a request carries under a cookie's name; '' for nothing. */
export const cookieOf = (req: Request, name: string): string => parse(req.headers.cookie ?? '')[name] ?? '';
