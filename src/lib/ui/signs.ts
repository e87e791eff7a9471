/** How quick signs look and are called. */
import type { Sign } from '$core/live/presence';
import { m } from '$lib/messages';
import CircleCheck from '@lucide/svelte/icons/circle-check-big';
import HandHeart from '@lucide/svelte/icons/hand-heart';
import Question from '@lucide/svelte/icons/circle-question-mark';
import Snail from '@lucide/svelte/icons/snail';
import ThumbsUp from '@lucide/svelte/icons/check-check';

export const SIGN_LOOKS: Record<Sign, { icon: typeof Snail; label: () => string }> = {
	agree: { icon: ThumbsUp, label: () => m.sign_agree() },
	thanks: { icon: HandHeart, label: () => m.sign_thanks() },
	question: { icon: Question, label: () => m.sign_question() },
	slower: { icon: Snail, label: () => m.sign_slower() },
	done: { icon: CircleCheck, label: () => m.sign_done() },
};
