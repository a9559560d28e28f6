/** The name of a job as part of a file's name: letters and digits that any system takes. */
export const fileName = (name: string): string =>
  name
    .replace(/[^A-Za-z0-9]+/g, '-')
    .replace(/^-|-$/g, '')
    .toLowerCase() || 'job';
