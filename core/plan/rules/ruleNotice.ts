/** What a practitioner would object to in an option. */
export interface RuleNotice {
  unitId: string | null;
  /** `stop` cannot work or may not be done; `care` wants a second look. */
  severity: 'blocks' | 'check';
  words: string;
}
