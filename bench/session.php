<?php

declare(strict_types=1);

/** A signed-in client of the API on loopback. */
final class BenchSession
{
    private readonly \CurlHandle $curl;

    private readonly string $jar;

    public readonly bool $isSignedIn;

    private function __construct(private readonly string $base, string $who)
    {
        $this->jar = tempnam(sys_get_temp_dir(), 'jar') ?: exit("no temporary file\n");
        $this->curl = curl_init() ?: exit("no curl\n");
        $this->call('GET', '/session');
        $this->isSignedIn = $this->call('POST', '/session', ['email' => $who, 'password' => 'trench'])[0] === 200;
    }

    public static function open(string $base, string $who): self
    {
        return self::tryOpen($base, $who) ?? exit("could not sign in\n");
    }

    /** @return ?self null where the server does not answer, or does not let in */
    public static function tryOpen(string $base, string $who): ?self
    {
        $session = new self($base, $who);

        return $session->isSignedIn ? $session : null;
    }

    public function __destruct()
    {
        unlink($this->jar);
    }

    /**
     * @param  array<string, mixed>|null  $body  sent as JSON, or as a form where it holds a file
     * @return array{int, mixed, float} status, answer, milliseconds
     */
    public function call(string $method, string $path, ?array $body = null): array
    {
        $form = $body !== null && array_filter($body, static fn (mixed $v): bool => $v instanceof \CURLFile) !== [];
        $token = preg_match('/XSRF-TOKEN\s+(\S+)/', (string) @file_get_contents($this->jar), $m) === 1 ? urldecode($m[1]) : '';
        curl_setopt_array($this->curl, [
            CURLOPT_URL => $this->base.'/api/v1'.$path, CURLOPT_CUSTOMREQUEST => $method, CURLOPT_RETURNTRANSFER => true, CURLOPT_COOKIEJAR => $this->jar,
            CURLOPT_COOKIEFILE => $this->jar, CURLOPT_SSL_VERIFYPEER => ! str_starts_with($this->base, 'https://localhost'), // a certificate of its own
            CURLOPT_HTTPHEADER => ['Accept: application/json', ...($form ? [] : ['Content-Type: application/json']), "X-XSRF-TOKEN: {$token}"],
            CURLOPT_POSTFIELDS => $form ? $body : ($body === null ? '' : json_encode($body)), CURLOPT_TIMEOUT => 20,
        ]);
        $start = hrtime(true);
        $text = (string) curl_exec($this->curl);
        $ms = (hrtime(true) - $start) / 1e6;
        curl_setopt($this->curl, CURLOPT_COOKIELIST, 'FLUSH');

        return [curl_getinfo($this->curl, CURLINFO_RESPONSE_CODE), json_decode($text, true), $ms];
    }
}
