<?php

return [
    'default' => env('DB_CONNECTION', 'sqlite'),

    'connections' => [
        'sqlite' => [
            'driver' => 'sqlite',
            'url' => env('DB_URL'),
            'database' => env('DB_DATABASE', database_path('skarvo.sqlite')),
            'prefix' => '',
            'foreign_key_constraints' => true,
            'busy_timeout' => 10_000,
            'journal_mode' => 'wal',
            // A signal that was answered with 202 has to survive a power cut, not only a crash of the process.
            'synchronous' => 'full',
        ],
    ],

    'migrations' => ['table' => 'migrations', 'update_date_on_publish' => true],
];
