import { cookieFor } from './signed-in.ts';

/** What a page of the workbench hears from now on, until a text is among it. */
export async function hearing(server: string): Promise<{ until: (text: string) => Promise<string> }> {
  const response = await fetch(`${server}/api/workbench/events`, { headers: { cookie: cookieFor('owner', server) } });
  const reader = response.body?.getReader();
  return {
    until: async (text) => {
      let heard = '';
      while (!heard.includes(text)) {
        const { value, done } = (await reader?.read()) ?? { done: true };
        if (done) break;
        heard += new TextDecoder().decode(value);
      }
      await reader?.cancel();
      return heard;
    },
  };
}
