<?php

return [
    'organisation' => env('SKARVO_ORGANISATION', 'Your organisation'),

    // Hosts, beside that of APP_URL, under whose names it is asked; and the proxies in front of it that may say who asks (addresses or
    // networks).
    'hosts' => array_values(array_filter(explode(',', (string) env('SKARVO_HOSTS', '')))),
    'proxies' => array_values(array_filter(explode(',', (string) env('SKARVO_PROXIES', '')))),

    // After so many days the password is asked for anew, however often somebody comes.
    // Whoever reported something is erased so long after the ticket was closed; the ticket and its journal stay.
    'reporters_kept_days' => (int) env('SKARVO_REPORTERS_KEPT_DAYS', 730),
    'session_days' => (int) env('SKARVO_SESSION_DAYS', 14),

    // The zone in which outsiders read times in texts.
    'time_zone' => env('SKARVO_TIME_ZONE', 'UTC'),

    // The public status page as plain files, and where outsiders read them: an address of Skarvo's own if empty.
    'public_page' => [
        'folder' => env('SKARVO_PUBLIC_PAGE_FOLDER') ?: storage_path('app/status-page'), 'url' => env('SKARVO_PUBLIC_PAGE_URL')
    ],

    // Whether webhooks may go to addresses without TLS or inside our own network.
    'webhooks_inside' => (bool) env('SKARVO_WEBHOOKS_INSIDE', false),

    // When teams take what waits for working hours, on the clocks of that zone; 1 is Monday.
    'working_hours' => ['from' => '08:00', 'to' => '16:00', 'days' => [1, 2, 3, 4, 5]],

    // Whether the sign-in page offers the people of the demo, and links to the stand-ins.
    'demo' => (bool) env('SKARVO_DEMO', false),
    'demo_password' => env('SKARVO_DEMO_PASSWORD'),
    'stand_ins_url' => env('SKARVO_STAND_INS_URL'),

    // Where pages and mail go out to: each takes a POST with an idempotency key.
    // What the desk reads and writes: en, no, de or ar.
    // With so many open tickets nobody at the desk is free.
    'desk_most_open' => (int) env('SKARVO_DESK_MOST_OPEN', 8),
    'language' => env('SKARVO_LANGUAGE', 'en'),

    'gateways' => [
        'page' => env('SKARVO_PAGE_GATEWAY'),
        'mail' => env('SKARVO_MAIL_GATEWAY'),
        // Text messages to followers.
        'text' => env('SKARVO_TEXT_GATEWAY'),
        'chat' => env('SKARVO_CHAT_GATEWAY'),
        'translator' => env('SKARVO_TRANSLATOR'),
        // Where people talk about an incident: a chat, and a phone exchange. Without one, the room offers none.
        'conversation' => env('SKARVO_CONVERSATION_GATEWAY'),
        'bridge' => env('SKARVO_BRIDGE_GATEWAY'),
        // What is posted is signed with it (RFC 9421), if there is one.
        'secret' => env('SKARVO_GATEWAY_SECRET'),
        'timeout_seconds' => 5,
        // A notification channel that is not of ours has so long, in a process of its own.
        'channel_seconds' => 20,
    ],

    // Which of Laravel's notification channels carries a page: a class, or a name such as mail. Without one, the page gateway.
    'channels' => [
        'push' => env('SKARVO_CHANNEL_PUSH'),
        'text' => env('SKARVO_CHANNEL_TEXT'),
        'voice' => env('SKARVO_CHANNEL_VOICE'),
        'mail' => env('SKARVO_CHANNEL_MAIL'),
        'chat' => env('SKARVO_CHANNEL_CHAT'),
    ],

    // A gateway that said it confirms has so long for it; then the page counts as come back, and the next contact is tried.
    'confirm_seconds' => ['push' => 20, 'text' => 60, 'voice' => 30, 'mail' => 120, 'chat' => 30],

    'signals' => [
        'most_in_a_call' => 10_000,
        // Signals are kept so long; alerts stay.
        'kept_days' => 90,
        'most_bytes' => 8 * 1024 * 1024,
    ],

    // A file with a number of seconds by which every process takes the time to be later: for tests of whole days.
    'time_offset_file' => env('SKARVO_TIME_OFFSET_FILE'),

    // Enums whose values, and their order, the screens know too: written to resources/js/lib/enums.ts.
    'enums' => [
        'ITEM_STATES' => Skarvo\Topology\State::class,
        'LEVELS' => Skarvo\Signals\Level::class,
        'WEEKDAYS' => Skarvo\Time\Weekday::class,
    ],
];
