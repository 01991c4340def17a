'use server';
import { action } from '@/server/entry/action';
import {
  changePerson,
  invitationIdShape,
  invite,
  inviteShape,
  memberShape,
  passwordLink,
  personShape,
  takeInvitationBack,
} from '@/server/people/manage';

export const inviteAction = action(inviteShape, invite);
export const passwordLinkAction = action(personShape, passwordLink);
export const takeInvitationBackAction = action(invitationIdShape, takeInvitationBack);
export const changePersonAction = action(memberShape, changePerson);
