/** What the made-up team writes, in each language. */

export type TeamLanguage = 'en' | 'de';

interface TeamWords {
	/** Said behind a name: that somebody is not real. */
	mark: string;
	ideas: readonly string[];
	offTopic: readonly string[];
	/** What an idea may end in. */
	endings: readonly string[];
	/** For the parking lot. */
	questions: readonly string[];
}

export const TEAM_WORDS: Readonly<Record<TeamLanguage, TeamWords>> = {
	en: {
		mark: '(rehearsal)',
		ideas: [
			'A second queue for small things',
			'Numbers at the door',
			'Somebody who greets and sorts',
			'Book a slot by phone',
			'Toasters on the first Saturday only',
			'A list of spare parts at the door',
			'Fuses in every drawer',
			'Two more electricians',
			'Train three testers for mains plugs',
			'A board that says who can mend what',
			'Visitors help while they wait',
			'Coffee at the end of the queue',
			'A shelf for what waits for parts',
			'Pick up on Wednesday evening',
			'Say no to what cannot be mended',
			'A sign with the ten most frequent faults',
			'Open one hour earlier',
			'A quiet corner for sewing',
			'Heaters before the cold comes',
			'Mend the roof above bench three',
			'A donation box that says what things cost',
			'Ask the hardware shop for a discount',
			'Photos of what was mended',
			'A drawer for each bench',
			'Labels on all cables',
			'Safety check as the last step, always',
			'A form that takes a minute',
			'Somebody only for lamps',
			'A young team on Fridays',
			'Lend out the good drill',
			'Write the queue on the wall',
			'Half an hour for one thing at most',
			'Two benches for quick repairs',
			'A bell for the next one',
			'Chairs where people wait',
			'Tell by message when it is your turn',
			'A poster in the bakery',
			'Ask who comes back and why',
			'Mend together instead of for them',
			'A course on soldering',
		],
		offTopic: [
			'Who brings cake next time?',
			'My bicycle has a flat tyre',
			'When are the summer holidays?',
			'The parking is dreadful',
			'Has anybody seen my scarf?',
			'Can we have the window open?',
		],
		endings: ['', '', ' on Saturdays', ' for newcomers', ', tried for a month', ' with a sign'],
		questions: ['Who pays for that?', 'Is that allowed?', 'When do we decide?'],
	},
	de: {
		mark: '(Probe)',
		ideas: [
			'Eine zweite Schlange für Kleines',
			'Nummern an der Tür',
			'Jemand, der begrüßt und sortiert',
			'Termin per Telefon',
			'Toaster nur am ersten Samstag',
			'Eine Liste der Ersatzteile an der Tür',
			'Sicherungen in jede Schublade',
			'Zwei Elektriker mehr',
			'Drei Leute fürs Prüfen anlernen',
			'Eine Tafel: wer kann was reparieren',
			'Gäste helfen, während sie warten',
			'Kaffee am Ende der Schlange',
			'Ein Regal für alles, was auf Teile wartet',
			'Abholen am Mittwochabend',
			'Nein sagen, wenn nichts zu retten ist',
			'Ein Schild mit den zehn häufigsten Fehlern',
			'Eine Stunde früher öffnen',
			'Eine ruhige Ecke zum Nähen',
			'Heizlüfter vor der Kälte',
			'Das Dach über Bank drei flicken',
			'Eine Spendendose, die sagt, was alles kostet',
			'Den Baumarkt um Rabatt bitten',
			'Fotos von allem, was wieder geht',
			'Eine Schublade für jede Bank',
			'Schilder an alle Kabel',
			'Sicherheitsprüfung immer zuletzt',
			'Ein Zettel, der eine Minute dauert',
			'Jemand nur für Lampen',
			'Ein junges Team am Freitag',
			'Die gute Bohrmaschine verleihen',
			'Die Reihenfolge an die Wand schreiben',
			'Höchstens eine halbe Stunde je Ding',
			'Zwei Bänke für Schnelles',
			'Eine Glocke für die Nächsten',
			'Stühle, wo Leute warten',
			'Nachricht, wenn man an der Reihe ist',
			'Ein Plakat in der Bäckerei',
			'Fragen, wer wiederkommt und warum',
			'Gemeinsam reparieren statt für andere',
			'Ein Lötkurs',
		],
		offTopic: [
			'Wer bringt nächstes Mal Kuchen?',
			'Mein Fahrrad hat einen Platten',
			'Wann sind Sommerferien?',
			'Parken ist hier furchtbar',
			'Hat jemand meinen Schal gesehen?',
			'Kann das Fenster aufbleiben?',
		],
		endings: ['', '', ' am Samstag', ' für Neue', ', einen Monat lang', ' mit Schild'],
		questions: ['Wer bezahlt das?', 'Ist das erlaubt?', 'Wann entscheiden wir?'],
	},
};

/** Whether somebody of that name is made up. */
export const isMadeUp = (name: string): boolean =>
	Object.values(TEAM_WORDS).some(({ mark }) => name.endsWith(mark));
