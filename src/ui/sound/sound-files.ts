/** Endings of sounds that browsers decode, as `accept` of an input takes them. */
export const SOUND_FILES = '.wav,.mp3,.ogg,.oga,.opus,.flac,.m4a,.aac,.weba';
