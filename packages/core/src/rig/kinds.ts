/** Kinds of rig that we know; anyone may call theirs otherwise. */
export const RIG_KINDS: readonly string[] = ['rotor', 'fixed wing', 'FPV', 'carriage on a line', 'hand-held or ground'];
