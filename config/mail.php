<?php

return [
    // Named, or found by a server that is set; never a log: what is written there reaches nobody.
    'default' => env('MAIL_MAILER', env('MAIL_HOST') ? 'smtp' : 'none'),
    'from' => ['address' => env('MAIL_FROM_ADDRESS', ''), 'name' => env('MAIL_FROM_NAME', env('SKARVO_ORGANISATION', 'Skarvo'))],
    // Where answers to mails go, if somewhere: to a gateway that tells of them at /api/v1/deliveries, or to a person.
    'reply' => env('SKARVO_REPLY_TO'),
];
