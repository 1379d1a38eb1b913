const DEVICE_KEY = 'hearty-ladle-till-token';

/** The token by which the server recognises this device, once it has entered the PIN. */
export function rememberedDevice(): string | undefined {
  return globalThis.localStorage?.getItem(DEVICE_KEY) ?? undefined;
}

export function rememberDevice(device: string): void {
  globalThis.localStorage?.setItem(DEVICE_KEY, device);
}
