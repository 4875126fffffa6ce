<?php

return [
    // Minutes without a word after which one has to sign in anew; App\Platform\Http\EndOldSessions ends them after days at the latest.
    'lifetime' => (int) env('SESSION_LIFETIME', 720),
    'driver' => env('SESSION_DRIVER', 'file'),
    'secure' => env('SESSION_SECURE_COOKIE', str_starts_with((string) env('APP_URL', ''), 'https://')),
    'http_only' => true,
    'same_site' => 'lax',
];
