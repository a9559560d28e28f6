/** What the reason begins with where a run was set aside by itself because it is hard to believe. */
export const ASKED = 'asked about: ';

/** The reason a run that is hard to believe is kept with until somebody says whether it is right. It imports nothing: the phone has it too. */
export const askedReason = (words: readonly string[]): string => `${ASKED}${words.join(' ')}`.slice(0, 300);
