<!doctype html>
<html lang="en">
<head>
    <meta charset="utf-8">
    <meta name="viewport" content="width=device-width, initial-scale=1">
    <meta name="theme-color" content="#22303a">
    <title>Diastoma</title>
    <link rel="icon" href="/mark.svg" type="image/svg+xml">
    <link rel="manifest" href="/app.webmanifest">
    <link rel="apple-touch-icon" href="/icon-192.png">
    @vite('resources/js/main.tsx')
</head>
<body><div id="root"></div></body>
</html>
