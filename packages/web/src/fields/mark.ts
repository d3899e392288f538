/** The mark for tests, for the field itself rather than its frame; as an object of its own, for the library's types know no marks. */
export const testMark = (attrs: Record<string, unknown>): object => ({ 'data-test': attrs['data-test'] });
