/** What a reporter is asked about how bad it is. */
export const howBad = [
  {
    field: 'stops',
    ask: 'What has stopped?',
    choices: [
      { value: 'all', words: 'Everything' },
      { value: 'part', words: 'Some of it works' },
      { value: 'little', words: 'It works, with difficulty' },
    ],
  },
  {
    field: 'others',
    ask: 'Who else is affected?',
    choices: [
      { value: 'nobody', words: 'Only me' },
      { value: 'some', words: 'A few others' },
      { value: 'many', words: 'Many people, or several places' },
    ],
  },
  {
    field: 'waits',
    ask: 'Can it wait?',
    choices: [
      { value: 'now', words: 'Not at all' },
      { value: 'soon', words: 'For a few hours' },
      { value: 'later', words: 'For days' },
    ],
  },
];
