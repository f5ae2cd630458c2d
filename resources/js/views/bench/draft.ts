/** What stands in a field while somebody types into it faster than the answers come. */
export interface Draft {
  text: string;
  /** as the record had it when this was last looked at */
  last: string;
  /** what was entered and is not known to be in the record yet, oldest first */
  sent: string[];
}

export interface Told {
  /** as the record has it */
  entered: string;
  /** an answer to what was sent is still to come */
  busy: boolean;
  /** why what was sent was not taken */
  error: string | null;
}

/** Whether what stands in the field is to be sent: the same text goes only once unless it was refused, or the record has said something else since. */
export const isToSend = ({ text, sent }: Draft, { entered }: Told): boolean => text !== entered && text.trim() !== '' && sent.at(-1) !== text;

/** What was sent by pressing Enter or leaving the field. */
export const withSent = (draft: Draft): Draft => ({ ...draft, sent: [...draft.sent, draft.text] });

/**
 * What the record says now. It writes over what was sent or left alone, never over what somebody is typing, and never with an answer to something that was
 * entered before the last: its own is on the way, and may be later than the word that all have come.
 */
export function told(draft: Draft, { entered, busy, error }: Told): Draft {
  if (busy) return draft;
  const sent = error === null ? draft.sent : [];
  if (draft.last === entered) return sent === draft.sent ? draft : { ...draft, sent };
  const answered = sent.lastIndexOf(entered);
  if (answered >= 0 && answered < sent.length - 1) return { ...draft, last: entered, sent: sent.slice(answered + 1) };
  const isTyped = draft.text !== draft.last && !sent.includes(draft.text);
  return { text: isTyped ? draft.text : entered, last: entered, sent: [] };
}
