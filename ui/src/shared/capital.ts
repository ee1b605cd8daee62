/** Words with their first letter raised, as they begin a sentence. */
export const capital = (words: string) => words.charAt(0).toUpperCase() + words.slice(1)
