interface TrustedTypes {
  readonly createPolicy: (name: string, rules: { readonly createScriptURL: (url: string) => string }) => unknown;
}

/**
 * The content security policy requires trusted types (W3C). Workers are started by address, which the build writes as plain
 * text: addresses of our own origin are trusted, and nothing else is; no text becomes HTML or script.
 */
export function allowOwnScripts(): void {
  const { trustedTypes } = globalThis as { trustedTypes?: TrustedTypes };
  trustedTypes?.createPolicy('default', {
    createScriptURL: (url) => {
      if (new URL(url, location.href).origin === location.origin) return url;
      throw new TypeError(`No script is loaded from ${url}`);
    },
  });
}
