// What is wrong with stored data, in a sentence: which file, what was found, what to do.

/** The data cannot be served as it is. Nothing was moved or changed. */
export class StorageFault extends Error {
  /** Full name of the file that is meant. */
  readonly file: string;
  /** What was found, as the rest of a sentence that begins with the file. */
  readonly found: string;

  constructor(file: string, found: string, advice: string) {
    super(`${file} ${found}. Nothing was moved or changed. ${advice}`);
    this.name = 'StorageFault';
    this.file = file;
    this.found = found;
  }
}
