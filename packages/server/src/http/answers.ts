// How the API answers: refusals as JSON with a code and a sentence.
import type { Request, Response } from 'express';
import type { Fault } from '@vernal-slope/plan/document';

export function refuse(res: Response, status: number, code: string, message: string, faults?: readonly Fault[]): void {
  res.status(status).json({ error: { code, message, ...(faults ? { faults } : {}) } });
}

export const missing = (res: Response): void => refuse(res, 404, 'no-plan', 'There is no such plan.');

export const bytesOf = (req: Pick<Request, 'body'>): Uint8Array => {
  const body: unknown = req.body;
  return body instanceof Uint8Array ? body : new Uint8Array();
};
