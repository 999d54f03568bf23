/** Judging a clean run after an intermittent fault. */

/**
 * Chance that a run of `clean` starts would all be good if nothing had changed, given `failures` in `of` starts before:
 * C(of, failures) / C(of + clean, failures), the hypergeometric term of Fisher's exact test. 0 < failures < of.
 */
export function luckOfCleanRun(failures: number, of: number, clean: number): number {
  let chance = 1
  for (let i = 0; i < failures; i++) chance *= (of - i) / (of + clean - i)
  return chance
}

/** Share of luck below which the house believes a clean run. */
export const houseLuckLevel = 0.1

/** Clean starts needed before the chance of luck is below `level`; capped at 10,000. */
export function cleanStartsNeeded(failures: number, of: number, level: number = houseLuckLevel): number {
  for (let clean = 1; clean < 10_000; clean++) if (luckOfCleanRun(failures, of, clean) < level) return clean
  return 10_000
}

/** Upper bound of the failure rate after n starts without one: 1 − α^(1/n) (Hanley & Lippman-Hand, JAMA 249 (1983) 1743–1745). */
export const failureRateBound = (starts: number, alpha = 0.05): number => 1 - alpha ** (1 / starts)
