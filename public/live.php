<?php

declare(strict_types=1);

/**
 * GET /live.php?key=…&after=SEQ: how far the journal has come, and what kinds of things happened after SEQ.
 *
 * Every open screen asks this about once a second, so it starts no framework: it reads one index of the database.
 * The key comes with each page of a signed-in person. It tells no contents.
 */
header('Content-Type: application/json');
header('Cache-Control: no-store');

$config = static function (string $name, string $cachedPath): string {
    $value = getenv($name);
    if (is_string($value) && $value !== '') {
        return $value;
    }
    static $cached = null;
    $file = dirname(__DIR__).'/bootstrap/cache/config.php';
    $cached ??= is_file($file) ? require $file : [];
    if ($cached !== []) {
        return (string) array_reduce(explode('.', $cachedPath), static fn ($at, string $step) => is_array($at) ? $at[$step] ?? null : null, $cached);
    }
    static $written = null;
    if ($written === null) {
        require dirname(__DIR__).'/vendor/autoload.php';
        $written = Dotenv\Dotenv::createArrayBacked(dirname(__DIR__))->safeLoad();
    }

    return (string) ($written[$name] ?? '');
};

$refuse = static function (): never {
    http_response_code(403);
    exit('{"error":"This page is too old to follow; load it again."}');
};
$key = explode('.', is_string($_GET['key'] ?? null) ? $_GET['key'] : '');
$person = count($key) === 2 && preg_match('/^(?:[0-9a-f]{2}){1,128}$/D', $key[0]) === 1 ? (string) hex2bin($key[0]) : '';
if ($person === '' || ! hash_equals(hash_hmac('sha256', "live $person", $config('APP_KEY', 'app.key')), $key[1])) {
    $refuse();
}
$database = $config('DB_DATABASE', 'database.connections.sqlite.database') ?: dirname(__DIR__).'/database/skarvo.sqlite';
try {
    // Kept from question to question: to read how the database is laid out takes longer than to answer. It is known by its file,
    // so that one that was put back in the place of another is opened anew.
    $db = new PDO("sqlite:$database", (string) @fileinode($database), null, [PDO::ATTR_ERRMODE => PDO::ERRMODE_EXCEPTION, PDO::ATTR_PERSISTENT => true]);
    $db->exec('pragma busy_timeout = 2000');
    $here = $db->prepare('select count(*) from people where id = ? and left_at is null');
    $here->execute([$person]);
    if ((int) $here->fetchColumn() === 0) {
        $refuse();
    }
    $statement = $db->prepare('select j.kind, cast(s.id as integer), max(j.seq) from (select kind, seq from journal where seq > ? order by seq limit 501) j'
        ." left join journal_subjects s on s.seq = j.seq and s.kind = 'incident' group by 1, 2");
    $head = (int) $db->query('select max(seq) from journal')->fetchColumn();
    $after = is_string($_GET['after'] ?? null) && ctype_digit($_GET['after']) && strlen($_GET['after']) < 19 ? (int) $_GET['after'] : $head;
    $statement->execute([$after]);
    // A process that has stopped writes no journal: its lease tells (App\Desk\OwnTrouble says it in words).
    $alive = $db->prepare("select count(*) from leases where id in ('clock', 'sender') and until >= ?");
    $alive->execute([gmdate('Y-m-d H:i:s', time() - 15)]);
    echo json_encode(['stopped' => 2 - (int) $alive->fetchColumn(), 'head' => $head, 'cut' => $head - $after > 500, 'changes' => $statement->fetchAll(PDO::FETCH_NUM), 'now' => (int) (microtime(true) * 1000)], JSON_THROW_ON_ERROR);
} catch (PDOException) {
    http_response_code(503);
    echo '{"error":"The database does not answer. This screen tries again by itself."}';
}
