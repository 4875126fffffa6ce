<?php

declare(strict_types=1);

/**
 * By how many seconds the browser tests are ahead of the real time: they begin on the morning of a working day in
 * Oslo, whenever they are run, so that one run finds what another does.
 *
 * SKARVO_TEST_TIME tries another time, as "22:50" or "Sat 03:10".
 */
$asked = getenv('SKARVO_TEST_TIME') ?: '';
$zone = new DateTimeZone('Europe/Oslo');
$now = new DateTimeImmutable('now', $zone);
$at = new DateTimeImmutable($asked ?: '10:10', $zone);
while ($at <= $now || ($asked === '' && $at->format('N') > 5)) {
    $at = $at->modify(preg_match('/^\D/', $asked) === 1 ? '+1 week' : '+1 day');
}
echo $at->getTimestamp() - $now->getTimestamp();
