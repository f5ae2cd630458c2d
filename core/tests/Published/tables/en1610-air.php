<?php

declare(strict_types=1);

use Core\Tests\Published\Published;

return new Published('EN 1610, table 3: minutes of the air test by method and DN', Published::FROM_MEMORY, [
    'dry_concrete LA DN 100' => ['dry_concrete', 'LA', 100, 5.0], 'dry_concrete LA DN 200' => ['dry_concrete', 'LA', 200, 5.0],
    'dry_concrete LA DN 300' => ['dry_concrete', 'LA', 300, 5.0], 'dry_concrete LA DN 400' => ['dry_concrete', 'LA', 400, 7.0],
    'dry_concrete LA DN 600' => ['dry_concrete', 'LA', 600, 11.0], 'dry_concrete LA DN 800' => ['dry_concrete', 'LA', 800, 14.0],
    'dry_concrete LA DN 1000' => ['dry_concrete', 'LA', 1000, 18.0], 'dry_concrete LB DN 100' => ['dry_concrete', 'LB', 100, 4.0],
    'dry_concrete LB DN 200' => ['dry_concrete', 'LB', 200, 4.0], 'dry_concrete LB DN 300' => ['dry_concrete', 'LB', 300, 4.0],
    'dry_concrete LB DN 400' => ['dry_concrete', 'LB', 400, 6.0], 'dry_concrete LB DN 600' => ['dry_concrete', 'LB', 600, 8.0],
    'dry_concrete LB DN 800' => ['dry_concrete', 'LB', 800, 11.0], 'dry_concrete LB DN 1000' => ['dry_concrete', 'LB', 1000, 14.0],
    'dry_concrete LC DN 100' => ['dry_concrete', 'LC', 100, 3.0], 'dry_concrete LC DN 200' => ['dry_concrete', 'LC', 200, 3.0],
    'dry_concrete LC DN 300' => ['dry_concrete', 'LC', 300, 3.0], 'dry_concrete LC DN 400' => ['dry_concrete', 'LC', 400, 4.0],
    'dry_concrete LC DN 600' => ['dry_concrete', 'LC', 600, 6.0], 'dry_concrete LC DN 800' => ['dry_concrete', 'LC', 800, 8.0],
    'dry_concrete LC DN 1000' => ['dry_concrete', 'LC', 1000, 10.0], 'dry_concrete LD DN 100' => ['dry_concrete', 'LD', 100, 1.5],
    'dry_concrete LD DN 200' => ['dry_concrete', 'LD', 200, 1.5], 'dry_concrete LD DN 300' => ['dry_concrete', 'LD', 300, 1.5],
    'dry_concrete LD DN 400' => ['dry_concrete', 'LD', 400, 2.0], 'dry_concrete LD DN 600' => ['dry_concrete', 'LD', 600, 3.0],
    'dry_concrete LD DN 800' => ['dry_concrete', 'LD', 800, 4.0], 'dry_concrete LD DN 1000' => ['dry_concrete', 'LD', 1000, 5.0],
    'other LA DN 100' => ['other', 'LA', 100, 5.0],
    'other LA DN 200' => ['other', 'LA', 200, 5.0], 'other LA DN 300' => ['other', 'LA', 300, 7.0], 'other LA DN 400' => ['other', 'LA', 400, 10.0],
    'other LA DN 600' => ['other', 'LA', 600, 14.0], 'other LA DN 800' => ['other', 'LA', 800, 19.0], 'other LA DN 1000' => ['other', 'LA', 1000, 24.0],
    'other LB DN 100' => ['other', 'LB', 100, 4.0], 'other LB DN 200' => ['other', 'LB', 200, 4.0], 'other LB DN 300' => ['other', 'LB', 300, 6.0],
    'other LB DN 400' => ['other', 'LB', 400, 7.0], 'other LB DN 600' => ['other', 'LB', 600, 11.0], 'other LB DN 800' => ['other', 'LB', 800, 15.0],
    'other LB DN 1000' => ['other', 'LB', 1000, 19.0], 'other LC DN 100' => ['other', 'LC', 100, 3.0], 'other LC DN 200' => ['other', 'LC', 200, 3.0],
    'other LC DN 300' => ['other', 'LC', 300, 4.0], 'other LC DN 400' => ['other', 'LC', 400, 5.0], 'other LC DN 600' => ['other', 'LC', 600, 8.0],
    'other LC DN 800' => ['other', 'LC', 800, 11.0], 'other LC DN 1000' => ['other', 'LC', 1000, 14.0], 'other LD DN 100' => ['other', 'LD', 100, 1.5],
    'other LD DN 200' => ['other', 'LD', 200, 1.5], 'other LD DN 300' => ['other', 'LD', 300, 2.0], 'other LD DN 400' => ['other', 'LD', 400, 2.5],
    'other LD DN 600' => ['other', 'LD', 600, 4.0], 'other LD DN 800' => ['other', 'LD', 800, 5.0], 'other LD DN 1000' => ['other', 'LD', 1000, 7.0],
]);
