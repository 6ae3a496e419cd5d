import { clipText, type Plan } from '../../class/index.ts';
import type { Finding } from './types.ts';

/** True when the instructor has said that this is as meant. */
export function isAccepted(plan: Plan, finding: Pick<Finding, 'key'>): boolean {
  return plan.accepted?.some((a) => a.key === finding.key) ?? false;
}

/** Accepts a finding, with its words for the record, or takes the acceptance back. */
export function withAccepted(plan: Plan, finding: Pick<Finding, 'key' | 'text'>, accepted: boolean): Plan {
  const others = (plan.accepted ?? []).filter((a) => a.key !== finding.key);
  const list = accepted ? [...others, { key: finding.key, text: clipText(finding.text, 400) }] : others;
  const { accepted: _, ...rest } = plan;
  return list.length > 0 ? { ...rest, accepted: list } : rest;
}
