import { networkInterfaces } from 'node:os';
import { useCase } from '../base/useCase';
import { done, type Outcome } from '../base/outcome';
import { ownAddresses, serving, type LanRequest, type OwnAddress } from '../base/serving';

export interface Contact {
  lan: boolean;
  port: number;
  secure: boolean;
  addresses: OwnAddress[];
  /** The newest first. */
  lanRequests: LanRequest[];
}

/** How phones can reach this machine, and what has come from elsewhere lately. */
export const contact = useCase('administer', (_): Outcome<Contact> => {
  const { lan, port, secure, lanRequests } = serving();
  return done({ lan, port, secure, addresses: ownAddresses(networkInterfaces()), lanRequests });
});
