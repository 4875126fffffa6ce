<?php

declare(strict_types=1);

/** What reporters are told by the form and the page of their report, where something cannot be taken or is asked of them. */
return [
    'service_exists' => 'Choose one of the services in the list.',
    'device_in' => 'Choose one of your own devices.',
    'what_required' => 'Say in a few words what happens.',
    'too_long' => 'Use :max characters at most.',
    'email_email' => 'This does not look like a mail address. Correct it, or leave it empty.',
    'address_required' => 'Write the address to which we are to write.',
    'address_email' => 'This does not look like a mail address. Correct it.',
    'text_required' => 'Write a few words first.',
    'helped_required' => 'Say whether it helped.',
    'no_service' => 'There is no service yet that could be meant. Choose what does not work.',
    'over' => 'This is over already. If it still does not work for you, report it.',
    'not_over' => 'This is not over yet. Say below what still does not work.',
    'affects_none' => 'No problem is known with :service.',
    'affects_none_at' => 'No problem is known with :service at :place.',
    'affects_known' => 'A problem with :service is known, and not yet at :place.',
    'affects_known_at' => 'A problem with :service is known at :places, and not yet at :place.',
    'affects_looking' => 'We are looking into :service. Tell us what happens at your end.',
    'and' => ':all and :last',
    'files_array' => 'Send files as files.',
    'files_max' => 'Send :most files at once at most.',
    'files_in_all' => 'There are as many files with :ref as can be kept: :most.',
    'file_whole' => 'A file did not arrive whole. Choose it again.',
    'file_upload' => 'A file did not arrive whole, or is larger than 10 MB. Choose it again, or a smaller one.',
    'file_size' => 'A file is larger than 10 MB. Send a smaller one.',
    'file_large' => ':name is larger than 10 MB. Send a smaller one.',
    'file_empty' => ':name is empty.',
    'file_kind' => ':name is neither a picture, a PDF nor a text. Send a picture of it, or its text.',
    'pictures_large' => 'These pictures are too large to be sent at once. Send them one by one, or smaller ones.',
    'picture_unreadable' => ':name cannot be opened as a picture.',
    'picture_large' => ':name is a picture of :width by :height pixels; send one of :side pixels a side and :all million in all at most.',
];
