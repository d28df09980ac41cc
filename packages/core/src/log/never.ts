/**
 * Stands where every kind was answered: a kind that is added does not compile until this place has answered it too. What another version of
 * the program wrote, and this one does not know, changes nothing.
 * @param unknown what is left, which is nothing as far as this version knows
 * @param otherwise what is answered then
 */
export const never = <T>(unknown: never, otherwise: T): T => (void unknown, otherwise)
