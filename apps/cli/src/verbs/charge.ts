import { InputProblem } from '../shell.js';

/** A state of charge 0…1 as it was typed; full where it was not. @throws {InputProblem} when it is none */
export function chargeOf(text = '1'): number {
  const charge = Number(text);
  if (text.trim() === '' || !(charge >= 0 && charge <= 1))
    throw new InputProblem(`--charge: "${text}" is not a number from 0 to 1`);
  return charge;
}
