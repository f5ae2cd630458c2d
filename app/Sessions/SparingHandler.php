<?php

declare(strict_types=1);

namespace App\Sessions;

use Illuminate\Session\DatabaseSessionHandler;

/** Sessions in the database, written only where something changed or the sign of life is older than a minute: a reading needs no write of its own. */
final class SparingHandler extends DatabaseSessionHandler
{
    private const SIGN_OF_LIFE_S = 60;

    /** @var array{id: string, data: string, at: int, user: ?string}|null what was read */
    private ?array $known = null;

    public function read($sessionId): string
    {
        $row = $this->getQuery()->where('id', $sessionId)->first(['payload', 'last_activity', 'user_id']);
        if (! $row instanceof \stdClass) {
            return '';
        }
        $this->exists = true;
        if ($this->expired($row)) {
            return '';
        }
        $data = base64_decode($row->payload);
        $this->known = ['id' => $sessionId, 'data' => $data, 'at' => (int) $row->last_activity, 'user' => $row->user_id];

        return $data;
    }

    public function write($sessionId, $data): bool
    {
        $known = $this->known;
        $isSame = $known !== null && $known['id'] === $sessionId && $known['data'] === $data && $known['user'] === $this->userId();

        return $isSame && $this->currentTime() - $known['at'] < self::SIGN_OF_LIFE_S || parent::write($sessionId, $data);
    }
}
