/** Passkeys in the browser. What it says of one goes to the server as it is. */
import {
  browserSupportsWebAuthn,
  startAuthentication,
  startRegistration,
  type PublicKeyCredentialCreationOptionsJSON,
  type PublicKeyCredentialRequestOptionsJSON,
} from '@simplewebauthn/browser'
import { Problem } from '../api/client'

export const canPasskeys = () => browserSupportsWebAuthn()

/** Somebody who thinks better of it is no trouble; everything else is told. */
function told(failed: unknown): Problem {
  if (!(failed instanceof Error)) throw failed
  return failed.name === 'NotAllowedError' || failed.name === 'AbortError'
    ? new Problem(0, 'No passkey', 'No passkey was chosen, or it took too long. Try again, or use a password.')
    : failed.name === 'InvalidStateError'
      ? new Problem(0, 'No passkey', 'This device has a passkey for this account already.')
      : new Problem(0, 'No passkey', 'This browser could not do it. Use a password, or another browser.')
}

export async function makePasskey(options: unknown): Promise<Record<string, never>> {
  try {
    return (await startRegistration({ optionsJSON: options as PublicKeyCredentialCreationOptionsJSON })) as unknown as Record<string, never>
  } catch (failed) {
    throw told(failed)
  }
}

export async function showPasskey(options: unknown): Promise<Record<string, never>> {
  try {
    return (await startAuthentication({ optionsJSON: options as PublicKeyCredentialRequestOptionsJSON })) as unknown as Record<string, never>
  } catch (failed) {
    throw told(failed)
  }
}
