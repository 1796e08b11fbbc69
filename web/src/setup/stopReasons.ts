/** Why an address is on the stop list. */
export const STOP_REASONS: Record<string, string> = {
  erased: 'customer data erased',
  bounced: 'address doesn’t exist',
  complained: 'reported a message as unwanted',
  asked: 'added by hand',
  replied: 'replied STOP',
  chosen: 'turned it off on their page',
};
