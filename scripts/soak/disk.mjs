// A file system of its own in a file: on a loop device it can be cut off or filled as no real disk may be.
import { spawnSync } from 'node:child_process';
import { closeSync, mkdirSync, mkdtempSync, openSync, rmSync, statSync, truncateSync } from 'node:fs';
import { existsSync, fsyncSync, readFileSync, writeFileSync, writeSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

const wait = (ms) => new Promise((done) => setTimeout(done, ms));

function run(command, ...args) {
  const { status, stdout, stderr, error } = spawnSync(command, args, { encoding: 'utf8' });
  if (status !== 0) throw new Error(`${command} ${args.join(' ')}: ${stderr || error}`);
  return stdout.trim();
}

/** FS_IOC_SHUTDOWN with NOLOGFLUSH: from that instant nothing more reaches the device, nor does the journal. */
const CUT = 'open(my $d,"<",$ARGV[0]) or die $!; my $f=pack("L",2); ioctl($d,0x8004587D,$f) or die "$!"';

export class LoopDisk {
  constructor(megabytes) {
    this.work = mkdtempSync(join(tmpdir(), 'pale-glint-disk-'));
    this.folder = join(this.work, 'disk');
    this.image = join(this.work, 'disk.img');
    this.device = null;
    mkdirSync(this.folder);
    closeSync(openSync(this.image, 'w'));
    truncateSync(this.image, megabytes * 2 ** 20);
    run('mkfs.ext4', '-q', '-F', '-m', '0', this.image);
  }

  mount() {
    this.device = run('losetup', '--direct-io=on', '-f', '--show', this.image);
    run('mount', '-t', 'ext4', '-o', 'data=ordered,commit=30', this.device, this.folder);
  }

  async unmount() {
    for (let tries = 0; ; tries++)
      try {
        run('umount', this.folder);
        break;
      } catch (error) {
        if (tries > 60) throw error;
        await wait(50);
      }
    run('losetup', '-d', this.device);
    this.device = null;
  }

  cut = () => run('perl', '-e', CUT, this.folder);

  async remove() {
    if (this.device) await this.unmount().catch(() => undefined);
    rmSync(this.work, { recursive: true, force: true });
  }
}

/** Whether a cut here loses what was not pushed to the disk, and keeps what was; the reason where it does not. */
export async function whyNoCut() {
  let disk;
  try {
    disk = new LoopDisk(32);
    disk.mount();
    writeFileSync(join(disk.folder, 'loose'), 'x'.repeat(9000));
    const firm = openSync(join(disk.folder, 'firm'), 'w');
    writeSync(firm, 'y'.repeat(9000));
    fsyncSync(firm);
    closeSync(firm);
    disk.cut();
    await disk.unmount();
    disk.mount();
    const kept = readFileSync(join(disk.folder, 'firm'), 'utf8') === 'y'.repeat(9000);
    const lost = !existsSync(join(disk.folder, 'loose')) || statSync(join(disk.folder, 'loose')).size === 0;
    return kept && lost ? null : 'the cut is not one';
  } catch (error) {
    return `no loop device, ext4 or shutdown here (${error.message.trim()})`;
  } finally {
    await disk?.remove();
  }
}
