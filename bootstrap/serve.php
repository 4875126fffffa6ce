<?php

declare(strict_types=1);

/*
 * What PHP's own web server asks first. It would say of no file how long it keeps; those of the build have what is in them in their
 * name, so a browser need not ask for them twice. Behind another web server, that one says so.
 */
$path = parse_url((string) $_SERVER['REQUEST_URI'], PHP_URL_PATH);
$types = ['js' => 'text/javascript', 'css' => 'text/css', 'woff2' => 'font/woff2'];
if (is_string($path) && preg_match('~^/build/assets/[\w-][\w.-]*\.(js|css|woff2)$~D', $path, $part) === 1 && is_file(getcwd().$path)) {
    header("Content-Type: {$types[$part[1]]}");
    header('Cache-Control: public, max-age=31536000, immutable');
    readfile(getcwd().$path);

    return true;
}

return require __DIR__.'/../vendor/laravel/framework/src/Illuminate/Foundation/resources/server.php';
