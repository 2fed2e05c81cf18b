type InField = Event & { currentTarget: HTMLInputElement };

/**
 * Fields for dates and times say that they were changed with every part that is typed, so that a month typed
 * first would be taken with the day that stood there. What is typed is taken when the field is left, or at Enter;
 * what is picked, at once.
 */
export function whenLeft(take: (text: string, field: HTMLInputElement) => void) {
	let typed = false;
	const done = (event: InField) => {
		typed = false;
		take(event.currentTarget.value, event.currentTarget);
	};
	return {
		onkeydown: (event: KeyboardEvent & { currentTarget: HTMLInputElement }) => {
			if (event.key === 'Enter') done(event);
			else if (event.key !== 'Tab' && event.key !== 'Escape') typed = true;
		},
		onchange: (event: InField) => {
			if (!typed) done(event);
		},
		onblur: (event: InField) => {
			if (typed) done(event);
		}
	};
}
