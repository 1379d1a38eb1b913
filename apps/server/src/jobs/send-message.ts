import { Agent as HttpAgent, request as requestHttp } from 'node:http';
import { Agent as HttpsAgent, request as requestHttps } from 'node:https';
import type { DeliveryFault, DeliveryTry, WebhookMessage } from '@hearty-ladle/core';
import { now } from '@hearty-ladle/node-runtime';
import { useAgent } from 'request-filtering-agent';
import { Webhook } from 'standardwebhooks';
import type { WebhookRow } from '../db/entities.ts';

const PATIENCE_MS = 10_000;
const MOST_ANSWERED = 64 * 1024;

/** Where a message goes, and what it is signed with. */
export type Recipient = Pick<WebhookRow, 'url' | 'isInside' | 'secret'>;

/**
 * Sends a message once, signed as the Standard Webhooks specification says (version 1.0.0, symmetric signatures). Addresses
 * in the house's own network are refused where they are not allowed, after the name was looked up, so that no name leads
 * there either. Redirects are not followed.
 *
 * @param id the same at every try of a message
 */
export async function sendMessage(
  { url, isInside, secret }: Recipient,
  id: string,
  message: WebhookMessage,
): Promise<DeliveryTry> {
  const begun = now();
  const body = JSON.stringify(message);
  const headers = {
    'content-type': 'application/json',
    'content-length': String(Buffer.byteLength(body)),
    'user-agent': 'Hearty-Ladle/1',
    'webhook-id': id,
    'webhook-timestamp': String(Math.floor(begun.getTime() / 1_000)),
    'webhook-signature': new Webhook(secret).sign(id, begun, body),
  };
  const answer = await post(url, isInside, headers, body);
  return { ...answer, milliseconds: Math.max(0, now().getTime() - begun.getTime()) };
}

type Answer = Omit<DeliveryTry, 'milliseconds'>;
const failed = (fault: DeliveryFault, status: number | null = null): Answer => ({ status, fault });

function post(url: string, isInside: boolean, headers: Record<string, string>, body: string): Promise<Answer> {
  const isTls = url.startsWith('https:');
  // One connection per message: nothing is left open towards a program that is asked seldom.
  const agent = isInside ? new (isTls ? HttpsAgent : HttpAgent)() : useAgent(url, { keepAlive: false });
  return new Promise((resolve) => {
    const send = isTls ? requestHttps : requestHttp;
    const signal = AbortSignal.timeout(PATIENCE_MS);
    const request = send(url, { method: 'POST', agent, headers, signal }, (response) => {
      const status = response.statusCode ?? 0;
      const answer = status >= 200 && status < 300 ? { status, fault: null } : failed('answered', status);
      let read = 0;
      response.on('data', (bytes: Buffer) => {
        read += bytes.length;
        if (read > MOST_ANSWERED) response.destroy();
      });
      response.on('close', () => resolve(answer));
      response.on('error', () => resolve(answer));
    });
    request.on('error', (error) => resolve(failed(faultOf(error, signal.aborted))));
    request.end(body);
  });
}

function faultOf(error: Error, isLate: boolean): DeliveryFault {
  if (isLate) return 'too-slow';
  // The filtering agent has no code for it.
  return error.message.includes('is not allowed. Because') ? 'inside' : 'no-answer';
}
