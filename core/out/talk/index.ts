export { sentencesOf, TALK_WHEN, type TalkWhen, talkThrough } from './talk.ts';
