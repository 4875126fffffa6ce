<?php

declare(strict_types=1);

/*
 * `bin/skarvo replay --stream` over 1,000,000 signals of 10,000 keys. Baseline, in the same run: the same lines read as
 * JSON and counted by key, with nothing made of them.
 */

$many = (int) ($argv[1] ?? 1_000_000);
$file = (string) tempnam(sys_get_temp_dir(), 'skarvo-stream-');
$out = fopen($file, 'w') ?: exit(1);
mt_srand(1);
$settings = ['hold' => 'PT1M', 'settle' => 'PT5M', 'reopen' => 'PT30M', 'expire' => 'PT6H', 'flap' => [
    'times' => 5, 'within' => 'PT10M',
], 'gather' => 'PT10M', 'gather_limit' => 'PT2H', 'reach' => 3,
    'rules' => [
        ['match' => ['check' => 'link*'], 'set' => ['key' => 'link/{item}/{check}', 'hold' => 'PT2M']],
        ['match' => ['labels' => ['site' => 'north']], 'set' => ['settle' => 'PT10M']],
    ]];
$dependencies = array_map(static fn(int $n): array => ['from' => "host-$n", 'to' => 'rack-'.intdiv($n, 20)], range(0, 1999));
fwrite($out, json_encode(['settings' => $settings, 'dependencies' => $dependencies, 'until' => '2026-03-09T07:00:00Z'])."\n");
$start = strtotime('2026-03-02T07:00:00Z');
for ($n = 0; $n < $many; $n++) {
    fwrite($out, json_encode([
        'at' => gmdate('Y-m-d\TH:i:s\Z', $start + intdiv($n * 7 * 86400, $many)), 'source' => 'bench',
        'item' => 'host-'.mt_rand(0, 1999), 'check' => ['link-loss', 'link-speed', 'disk', 'load', 'age'][mt_rand(0, 4)],
        'condition' => mt_rand(0, 3) > 0 ? 'firing' : 'clear', 'level' => ['info', 'warning', 'error', 'critical'][mt_rand(0, 3)],
        'labels' => ['site' => mt_rand(0, 1) === 0 ? 'north' : 'south'],
    ])."\n");
}
fclose($out);

$begin = microtime(true);
$count = [];
$in = fopen($file, 'r') ?: exit(1);
fgets($in);
while (($line = fgets($in)) !== false) {
    $row = json_decode($line);
    $key = "$row->source/$row->item/$row->check";
    $count[$key] = ($count[$key] ?? 0) + 1;
}
$bare = microtime(true) - $begin;

$begin = microtime(true);
$root = dirname(__DIR__, 2);
exec('php -d memory_limit=-1 '.escapeshellarg("$root/bin/skarvo").' replay --stream < '.escapeshellarg($file).' | tail -c 200', $told);
$seconds = microtime(true) - $begin;
exec(
    'php -d memory_limit=-1 -r '.escapeshellarg(
        "\$p = proc_open(['php', '$root/bin/skarvo', 'replay', '--stream'], [['file', '$file', 'r'], ['file', '/dev/null', 'w'], ['file', '/dev/null', 'w']], \$pipes); \$most = 0; while (proc_get_status(\$p)['running']) { \$status = @file_get_contents('/proc/'.proc_get_status(\$p)['pid'].'/status') ?: ''; if (preg_match('/VmHWM:\s+(\d+)/', \$status, \$m)) { \$most = max(\$most, (int) \$m[1]); } usleep(50000); } echo intdiv(\$most, 1024);",
    ),
    $memory,
);
unlink($file);
printf(
    "replay --stream of %s signals, %s keys: %.1f s, %d MB at most\n", number_format($many), number_format(count($count)),
    $seconds, (int) ($memory[0] ?? 0),
);
preg_match('/"alerts":(\d+),"groups":(\d+)/', implode('', $told), $totals);
printf("made of them: %s alerts in %s groups\n", number_format((int) ($totals[1] ?? 0)), number_format((int) ($totals[2] ?? 0)));
printf("baseline, the lines read and counted: %.1f s; ratio %.1f\n", $bare, $seconds / $bare);
