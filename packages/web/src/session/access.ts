// Who may come in: whether the server asks for a passphrase, and what whoever is signed in may do.
import { readonly, ref } from 'vue';

/** What somebody may do who is signed in; null where nobody is. */
export type Role = 'writes' | 'reads' | null;

const askedFor = ref(false);
const roleNow = ref<Role>('writes');
const signInWanted = ref(false);

/** True where the server asks for a passphrase at all. */
export const asks = readonly(askedFor);
export const role = readonly(roleNow);
/** True while the server wants a passphrase before anything else. */
export const signInNeeded = readonly(signInWanted);

/** Takes in what the server says of whoever asks. */
export function tellAccess(told: { readonly asks: boolean; readonly role: Role }): void {
  askedFor.value = told.asks;
  roleNow.value = told.role;
  signInWanted.value = told.asks && told.role === null;
}

/** The server refused for want of a passphrase: it was set meanwhile, or the time is over. */
export const tellSignedOut = (): void => tellAccess({ asks: true, role: null });

/** True while whatever is shown can only be read. */
export const readsOnly = (): boolean => roleNow.value === 'reads';
